import { useState } from 'react'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import type { usePolicy } from './use-policy'

/** Saves the draft as the next version, with what changed and why. */
export function SaveDialog({
  mine,
  version,
  onClose,
}: {
  mine: ReturnType<typeof usePolicy>
  version: number
  onClose: () => void
}) {
  const [note, setNote] = useState('')
  return (
    <FormDialog title={`Save as version ${version}`} button="Save" save={() => mine.save(note)} onClose={onClose}>
      {(error) => (
        <Field
          label="What changed, and why (stays with the version)"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          error={error('note')}
          autoFocus
        />
      )}
    </FormDialog>
  )
}
