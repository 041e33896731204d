import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { type DocumentReader, documentKindWords, documentReaderWords } from '#core/document/document'
import { momentWords } from '#core/time/words'
import type { DocumentOwner, ListedDocument } from '#server/document/documents'
import { useKeys } from '../ui/keys'
import { LinkButton } from '../ui/link-button'
import { postJson } from '../ui/post'
import { AttachDialog, ChangeDocumentDialog } from './attach-dialog'
import { DocumentLink } from './document-link'
import { useDroppedFile } from './use-dropped-file'
import { Viewer } from './viewer'

export interface DocumentDesk {
  owner: DocumentOwner
  documents: ListedDocument[]
  mayEdit: boolean
  now: number
  zone: string
}

type Open = { adds: File | null } | { changes: ListedDocument } | { shows: ListedDocument } | null

/** The files kept with a load or a customer; one that is dropped or pasted anywhere on the page is added, `f` chooses one. */
export function Documents({ desk }: { desk: DocumentDesk }) {
  const { owner, mayEdit } = desk
  const [open, setOpen] = useState<Open>(null)
  useDroppedFile(mayEdit && open === null ? (file) => setOpen({ adds: file }) : null)
  const add = () => setOpen({ adds: null })
  useKeys('Documents', [{ key: 'f', words: 'add a document', run: add, disabled: !mayEdit }])
  return (
    <>
      <DocumentList desk={desk} onAdd={add} onOpen={setOpen} />
      {open && <OpenDocument owner={owner} open={open} onClose={() => setOpen(null)} />}
    </>
  )
}

function OpenDocument({
  owner,
  open,
  onClose,
}: {
  owner: DocumentOwner
  open: NonNullable<Open>
  onClose: () => void
}) {
  if ('adds' in open) return <AttachDialog owner={owner} file={open.adds} onClose={onClose} />
  if ('changes' in open) return <ChangeDocumentDialog owner={owner} document={open.changes} onClose={onClose} />
  const { id, kind, fileName, type } = open.shows
  const title = `${documentKindWords[kind]}: ${fileName}`
  return <Viewer title={title} url={`/documents/${id}`} type={type} onClose={onClose} />
}

interface ListProps {
  desk: DocumentDesk
  onAdd: () => void
  onOpen: (open: Open) => void
}

/** The files, each to be opened in the page. */
function DocumentList({ desk, onAdd, onOpen }: ListProps) {
  const { documents, mayEdit, now, zone, owner } = desk
  const { revalidate } = useRevalidator()
  const remove = async ({ id, fileName }: ListedDocument) => {
    const answer = await postJson('/documents/act', { intent: 'remove', owner, documentId: id })
    toast(answer.ok ? `${fileName} removed` : answer.message, answer.ok ? {} : { className: '!text-bill' })
    await revalidate()
  }
  return (
    <section aria-label="Documents">
      <h2 className="head flex items-baseline justify-between">
        Documents
        {mayEdit && (
          <button type="button" className="font-normal text-dusk" onClick={onAdd}>
            <kbd className="key">f</kbd> add
          </button>
        )}
      </h2>
      {documents.length === 0 && (
        <p className="label">{mayEdit ? 'None. Drop or paste a file anywhere here.' : 'None.'}</p>
      )}
      <ul>
        {documents.map((document) => (
          <li key={document.id} className="flex items-baseline gap-2 border-b py-1">
            <DocumentLink url={`/documents/${document.id}`} onShow={() => onOpen({ shows: document })}>
              {documentKindWords[document.kind]}
            </DocumentLink>
            <span
              className="label min-w-0 flex-1 truncate"
              title={`${document.fileName}, from ${document.receivedFrom}`}
            >
              {readerWords(document.readers)}
              {document.fileName}, from {document.receivedFrom}, {momentWords(document.receivedAt, now, zone)}
            </span>
            {mayEdit && (
              <>
                <LinkButton className="label" onClick={() => onOpen({ changes: document })}>
                  Change
                </LinkButton>
                <LinkButton className="label" onClick={() => void remove(document)}>
                  Remove
                </LinkButton>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

const readerWords = (readers: DocumentReader[]) =>
  readers.length > 0 ? `for ${readers.map((reader) => documentReaderWords[reader]).join(' and ')}: ` : ''
