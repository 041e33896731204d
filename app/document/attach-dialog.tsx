import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import {
  type DocumentReader,
  documentKinds,
  documentKindWords,
  documentReaders,
  documentReaderWords,
  kindOfFile,
  readersOf,
} from '#core/document/document'
import type { DocumentOwner } from '#server/document/documents'
import { CheckSet, Choice } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson, readAnswer } from '../ui/post'

interface AttachProps {
  owner: DocumentOwner
  /** What was dropped or pasted; null where it is chosen here. */
  file: File | null
  onClose: () => void
}

/** Keeps a file with a load or a customer: what it is, and to whom it goes. */
export function AttachDialog({ owner, file, onClose }: AttachProps) {
  const [kind, setKind] = useState(file ? kindOfFile(file.name) : 'other')
  const [readers, setReaders] = useState<DocumentReader[]>(readersOf(kind))
  const { revalidate } = useRevalidator()
  const choose = (next: typeof kind) => {
    setKind(next)
    setReaders(readersOf(next))
  }
  const save = async (form: HTMLFormElement) => {
    const body = new FormData(form)
    if (file) body.set('file', file)
    body.set('said', JSON.stringify({ owner, kind, readers }))
    const answer = await readAnswer(fetch('/documents/add', { method: 'POST', body }))
    if (answer.ok) {
      toast(`${documentKindWords[kind]} added`)
      void revalidate()
    }
    return answer
  }
  return (
    <FormDialog
      title={file ? `Add ${file.name}` : 'Add a document'}
      button="Add"
      isButtonFirst={file !== null}
      save={save}
      onClose={onClose}
    >
      {!file && (
        <label className="label">
          The file (PDF, PNG or JPEG, at most 10 MB)
          <input
            type="file"
            name="file"
            accept="application/pdf,image/png,image/jpeg"
            className="mt-1 block w-full"
            onChange={(event) => event.target.files?.[0] && choose(kindOfFile(event.target.files[0].name))}
          />
        </label>
      )}
      <Choice label="It is a" value={kind} options={documentKinds} words={documentKindWords} onChange={choose} />
      <ReaderFields owner={owner} readers={readers} onChange={setReaders} />
    </FormDialog>
  )
}

interface ReaderProps {
  owner: DocumentOwner
  readers: DocumentReader[]
  onChange: (readers: DocumentReader[]) => void
}

/** To whom a document goes; those of a customer stay with us. */
function ReaderFields({ owner, readers, onChange }: ReaderProps) {
  if ('customerId' in owner) return null
  return (
    <fieldset className="flex flex-wrap items-center gap-4">
      <legend className="label">It goes to</legend>
      <CheckSet options={documentReaders} words={documentReaderWords} chosen={readers} onChange={onChange} />
      <span className="label">The carrier reads it from its link; the customer gets it with the invoice.</span>
    </fieldset>
  )
}

/** Says otherwise what a document is, or to whom it goes. */
export function ChangeDocumentDialog({
  owner,
  document,
  onClose,
}: {
  owner: DocumentOwner
  document: { id: number; fileName: string; kind: (typeof documentKinds)[number]; readers: DocumentReader[] }
  onClose: () => void
}) {
  const [kind, setKind] = useState(document.kind)
  const [readers, setReaders] = useState(document.readers)
  const { revalidate } = useRevalidator()
  const save = async () => {
    const body = { intent: 'change', owner, documentId: document.id, said: { kind, readers } }
    const answer = await postJson('/documents/act', body)
    if (answer.ok) void revalidate()
    return answer
  }
  return (
    <FormDialog title={document.fileName} button="Save" save={save} onClose={onClose}>
      <Choice label="It is a" value={kind} options={documentKinds} words={documentKindWords} onChange={setKind} />
      <ReaderFields owner={owner} readers={readers} onChange={setReaders} />
    </FormDialog>
  )
}
