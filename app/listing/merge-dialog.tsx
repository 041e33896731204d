import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { Complete } from '../ui/complete'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import { wrongAt } from '../ui/use-saving'

interface Double {
  id: number
  name: string
  city: string
  region: string
}

interface MergeProps {
  title: string
  /** What the other is called in the field: `The other name of the same customer`. */
  label: string
  subject: 'customers' | 'facilities'
  /** Where the act goes. */
  url: string
  /** What becomes of the other one. */
  note: (name: string) => string
  onClose: () => void
}

/** Puts another one, which is the same under another name, together with this one. */
export function MergeDialog({ title, label, subject, url, note, onClose }: MergeProps) {
  const [other, setOther] = useState<Double | null>(null)
  const { revalidate } = useRevalidator()
  const save = async () => {
    if (!other) return wrongAt({ otherId: 'Choose the other one' })
    const answer = await postJson(url, { intent: 'merge', otherId: other.id })
    if (answer.ok) await revalidate()
    return answer
  }
  return (
    <FormDialog
      title={title}
      layout="flex min-h-64 flex-col gap-3"
      button="Put together"
      note={other ? note(other.name) : undefined}
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <Complete<Double>
          label={label}
          subject={subject}
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
