import { useState } from 'react'
import { carrierDocumentWords } from '#core/carrier/document'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { Dossier } from '#server/carrier/dossier'
import { DocumentLink } from '../document/document-link'
import { Viewer } from '../document/viewer'
import { LinkButton } from '../ui/link-button'

type Document = Dossier['documents'][number]

/** What is on file, what waits to be looked at, and what was asked for. */
export function Documents({
  dossier,
  today,
  zone,
  mayEdit,
  onAsk,
  onUpload,
  onCheck,
}: {
  dossier: Dossier
  today: string
  zone: string
  mayEdit: boolean
  onAsk: () => void
  onUpload: () => void
  onCheck: (document: Document) => void
}) {
  const { documents, links, carrier } = dossier
  const [shown, setShown] = useState<Document | null>(null)
  return (
    <section aria-label="Documents">
      <h2 className="head flex items-center justify-between">
        Documents
        {mayEdit && (
          <span className="flex gap-3 font-normal">
            <LinkButton onClick={onUpload}>Add</LinkButton>
            <LinkButton onClick={onAsk}>
              Request <kbd className="key">p</kbd>
            </LinkButton>
          </span>
        )}
      </h2>
      <ul>
        {documents.slice(0, 8).map((document) => (
          <li key={document.id} className="flex items-baseline gap-2 border-t py-1">
            {document.kept ? (
              <DocumentLink url={`/carriers/${carrier.id}/documents/${document.id}`} onShow={() => setShown(document)}>
                {carrierDocumentWords[document.kind]}
              </DocumentLink>
            ) : (
              <span>{carrierDocumentWords[document.kind]}</span>
            )}
            <span className="label min-w-0 flex-1 truncate">{standingWords(document, today, zone)}</span>
            {document.state === 'waiting' &&
              (mayEdit ? (
                <button type="button" className="font-semibold text-bill underline" onClick={() => onCheck(document)}>
                  Review
                </button>
              ) : (
                <span className="text-bill">to review</span>
              ))}
          </li>
        ))}
        {links.map((link) => (
          <li key={`link ${link.id}`} className="label border-t py-1">
            Requested from {link.sentTo}, {dayWords(dayOf(toLocal(link.askedAt, zone)), today)} for{' '}
            {link.kinds.map((kind) => carrierDocumentWords[kind]).join(', ')}
          </li>
        ))}
        {documents.length === 0 && links.length === 0 && (
          <li className="label border-t py-1">Nothing on file. Request a W-9 and a certificate; send the agreement.</li>
        )}
      </ul>
      {shown?.type && (
        <Viewer
          title={`${carrierDocumentWords[shown.kind]}: ${shown.fileName}`}
          url={`/carriers/${carrier.id}/documents/${shown.id}`}
          type={shown.type}
          onClose={() => setShown(null)}
        />
      )}
    </section>
  )
}

function standingWords(document: Document, today: string, zone: string): string {
  if (document.state === 'refused') return `refused: ${document.refusedBecause}`
  if (document.state === 'waiting')
    return `from ${document.receivedFrom}, ${dayWords(dayOf(toLocal(document.receivedAt, zone)), today)}`
  const how = document.checkedBy === 'signed by link' ? 'as signed' : `by ${document.checkedBy}`
  return `checked ${how}${document.expiresOn ? `, until ${dayWords(document.expiresOn, today)}` : ''}`
}
