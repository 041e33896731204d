import { useState } from 'react'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
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
    <Dialog open onClose={onClose} title={`Save as version ${version}`}>
      <form
        className="flex flex-col gap-3"
        onSubmit={async (event) => {
          event.preventDefault()
          if (await mine.save(note)) onClose()
        }}
      >
        <Field
          label="What changed, and why (stays with the version)"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          error={mine.message}
          autoFocus
        />
        <button type="submit" className="button first self-start" disabled={mine.busy}>
          Save <kbd className="key">Enter</kbd>
        </button>
      </form>
    </Dialog>
  )
}
