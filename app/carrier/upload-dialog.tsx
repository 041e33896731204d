import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { type CarrierDocumentKind, carrierDocumentKinds, carrierDocumentWords } from '#core/carrier/document'
import { Choice } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { readAnswer } from '../ui/post'

/** Puts a file on record for a carrier; it is looked at afterwards. */
export function UploadDialog({ carrierId, onClose }: { carrierId: number; onClose: () => void }) {
  const [kind, setKind] = useState<CarrierDocumentKind>('certificate')
  const { revalidate } = useRevalidator()
  const save = async (form: HTMLFormElement) => {
    const body = new FormData(form)
    body.set('kind', kind)
    const answer = await readAnswer(fetch(`/carriers/${carrierId}/documents`, { method: 'POST', body }))
    if (answer.ok) {
      toast('Added; review it so that it counts')
      void revalidate()
    }
    return answer
  }
  return (
    <FormDialog title="Add a document" button="Add" save={save} onClose={onClose}>
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
    </FormDialog>
  )
}
