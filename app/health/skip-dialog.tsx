import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'

/** Gives up sending something, with a reason that stays in the log. */
export function SkipDialog({ outboxId, onClose }: { outboxId: number; onClose: () => void }) {
  const [reason, setReason] = useState('')
  const { revalidate } = useRevalidator()
  return (
    <FormDialog
      title="Do not send it"
      button="Skip"
      note="It is not tried again."
      save={() => postJson('/status/act', { intent: 'skip', outboxId, reason })}
      onSaved={() => {
        void revalidate()
        onClose()
      }}
      onClose={onClose}
    >
      {(error) => (
        <Field
          label="Why it need not be sent (stays in the log)"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          error={error('reason')}
          autoFocus
        />
      )}
    </FormDialog>
  )
}
