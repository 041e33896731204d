import { useState } from 'react'
import { useRevalidator } from 'react-router'
import type { CustomerPage } from '#server/customer-page/read'
import type { CustomerChoice } from '../load-form/form-fields'
import { Complete } from '../ui/complete'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import { wrongAt } from '../ui/use-saving'

/** Puts another customer, which is the same one under another name, together with this one. */
export function MergeDialog({ page, onClose }: { page: CustomerPage; onClose: () => void }) {
  const [other, setOther] = useState<CustomerChoice | null>(null)
  const { revalidate } = useRevalidator()
  const save = async () => {
    if (!other) return wrongAt({ otherId: 'Choose the other one' })
    const answer = await postJson(`/customers/${page.id}/act`, { intent: 'merge', otherId: other.id })
    if (answer.ok) await revalidate()
    return answer
  }
  return (
    <FormDialog
      title={`Put another customer together with ${page.own.name}`}
      layout="flex min-h-64 flex-col gap-3"
      button="Put together"
      note={other ? `${other.name} goes away; its loads, quotes, tenders and contacts come here.` : undefined}
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <Complete<CustomerChoice>
          label="The other name of the same customer"
          subject="customers"
          value={other}
          onPick={setOther}
          text={({ name }) => name}
          detail={({ city, region }) => `${city} ${region}`}
          error={error('otherId')}
          autoFocus
        />
      )}
    </FormDialog>
  )
}
