import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { type CarrierDocumentKind, carrierDocumentKinds, carrierDocumentWords } from '#core/carrier/document'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Choice } from '../ui/field'

/** Puts a file on record for a carrier; it is looked at afterwards. */
export function UploadDialog({ carrierId, onClose }: { carrierId: number; onClose: () => void }) {
  const [kind, setKind] = useState<CarrierDocumentKind>('certificate')
  const [error, setError] = useState<string>()
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  const send = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const body = new FormData(event.currentTarget)
    body.set('kind', kind)
    setBusy(true)
    const response = await fetch(`/carriers/${carrierId}/documents`, { method: 'POST', body }).catch(() => null)
    setBusy(false)
    if (!response) return setError('The server did not answer. The file is still chosen: send it again.')
    if (!response.ok)
      return setError(
        ((await response.json().catch(() => null)) as { message?: string } | null)?.message ?? 'That did not work.',
      )
    toast('Added; review it so that it counts')
    void revalidate()
    onClose()
  }
  return (
    <Dialog open onClose={onClose} title="Add a document">
      <form onSubmit={(event) => void send(event)} className="flex flex-col gap-3">
        <Choice
          label="It is a"
          value={kind}
          options={carrierDocumentKinds}
          words={carrierDocumentWords}
          onChange={setKind}
        />
        <label className="label">
          The file (PDF, PNG or JPEG, at most 10 MB)
          <input type="file" name="file" accept="application/pdf,image/png,image/jpeg" className="mt-1 block w-full" />
        </label>
        <Alert>{error}</Alert>
        <button type="submit" className="button first self-start" disabled={busy}>
          {busy ? 'Sending…' : 'Add'}
        </button>
      </form>
    </Dialog>
  )
}
