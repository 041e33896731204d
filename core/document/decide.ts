import type { Refusal } from '../decision/refusal'
import {
  type DocumentKind,
  type DocumentReader,
  type DocumentSaid,
  documentKindWords,
  documentReaderWords,
} from './document'

/** What can happen to the documents of a load or a customer. */
export type DocumentEvent =
  | { kind: 'document_attached'; documentKind: DocumentKind; fileName: string; readers: DocumentReader[] }
  | {
      kind: 'document_changed'
      documentId: number
      fileName: string
      from: DocumentSaid
      to: DocumentSaid
    }
  | { kind: 'document_removed'; documentId: number; fileName: string }

export type DocumentCommand =
  | { kind: 'attach_document'; said: DocumentSaid; fileName: string; storedAs: string }
  | { kind: 'change_document'; documentId: number; said: DocumentSaid }
  | { kind: 'remove_document'; documentId: number }

export interface KeptDocument extends DocumentSaid {
  id: number
  fileName: string
  storedAs: string
}

export const documentRefusals = {
  no_such_document: () => 'There is no such document.',
  attached_already: ({ fileName }: { fileName: string }) => `The very same file is kept here already: ${fileName}.`,
  too_many_documents: ({ most }: { most: number }) => `At most ${most} documents are kept in one place.`,
}
export type DocumentRefusalCode = keyof typeof documentRefusals

/** Documents that one load or customer can have. */
const maxDocuments = 60

type Decision = { events: DocumentEvent[] } | { refusal: Refusal<DocumentRefusalCode> }

/** What a command does to the documents of one load or customer: the same content is kept once, and what says nothing new changes nothing. */
export function decideDocument(kept: readonly KeptDocument[], command: DocumentCommand): Decision {
  if (command.kind === 'attach_document') return decideAttach(kept, command)
  const document = kept.find(({ id }) => id === command.documentId)
  if (!document) return { refusal: { code: 'no_such_document', facts: {} } }
  const { id: documentId, fileName, kind, readers } = document
  if (command.kind === 'remove_document') return { events: [{ kind: 'document_removed', documentId, fileName }] }
  const { said } = command
  if (said.kind === kind && said.readers.toSorted().join() === readers.toSorted().join()) return { events: [] }
  return { events: [{ kind: 'document_changed', documentId, fileName, from: { kind, readers }, to: said }] }
}

function decideAttach(
  kept: readonly KeptDocument[],
  { said, fileName, storedAs }: DocumentCommand & { kind: 'attach_document' },
): Decision {
  const same = kept.find((each) => each.storedAs === storedAs)
  if (same) return { refusal: { code: 'attached_already', facts: { fileName: same.fileName } } }
  if (kept.length >= maxDocuments) return { refusal: { code: 'too_many_documents', facts: { most: maxDocuments } } }
  return { events: [{ kind: 'document_attached', documentKind: said.kind, fileName, readers: said.readers }] }
}

/** `Proof of delivery, for the customer`. */
export const saidWords = ({ kind, readers }: DocumentSaid): string =>
  `${documentKindWords[kind]}${readers.length > 0 ? `, for ${readers.map((reader) => documentReaderWords[reader]).join(' and ')}` : ''}`

/** What happened to documents, for the log of a load and of a customer. */
export const documentLogWords: {
  [Kind in DocumentEvent['kind']]: (event: DocumentEvent & { kind: Kind }) => string
} = {
  document_attached: ({ documentKind, fileName, readers }) =>
    `${saidWords({ kind: documentKind, readers })} added: ${fileName}`,
  document_changed: ({ fileName, from, to }) => `${fileName}: ${saidWords(from)} to ${saidWords(to)}`,
  document_removed: ({ fileName }) => `Document ${fileName} removed`,
}
