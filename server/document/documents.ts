import { and, desc, eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { customerRefusals } from '#core/customer/refusals'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import {
  type DocumentCommand,
  type DocumentEvent,
  type DocumentRefusalCode,
  decideDocument,
  documentRefusals,
  type KeptDocument,
} from '#core/document/decide'
import type { DocumentReader, DocumentSaid } from '#core/document/document'
import { saveRefusals } from '#core/load/save-refusals'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import {
  type Appliers,
  applyBy,
  commandOf,
  type Outcome,
  outcome,
  type Refused,
  run,
  type Subject,
} from '#server/kernel/run'
import { customer, document, load } from '#server/schema'
import { readStoredDocument, type StoredFile, storeDocument } from './store'

const ownId = z.number().int().positive()

/** What documents are kept with. */
export const ownerSchema = z.union([z.object({ loadId: ownId }).strict(), z.object({ customerId: ownId }).strict()])
export type DocumentOwner = z.infer<typeof ownerSchema>

type Aggregate = 'load' | 'customer'
type Command =
  | Exclude<DocumentCommand, { kind: 'attach_document' }>
  | (DocumentCommand & { kind: 'attach_document'; file: StoredFile })

const owners = {
  load: { table: load, column: document.loadId, row: (id: number) => ({ loadId: id }) },
  customer: { table: customer, column: document.customerId, row: (id: number) => ({ customerId: id }) },
} as const

const keptBy = (db: Db, aggregate: Aggregate, id: number): KeptDocument[] =>
  db
    .select({
      id: document.id,
      kind: document.kind,
      readers: document.readers,
      fileName: document.fileName,
      storedAs: document.storedAs,
    })
    .from(document)
    .where(eq(owners[aggregate].column, id))
    .all()

/** Decisions about the documents of a load or of a customer; they are two aggregates with one way. */
function subjectOf<Kind extends Aggregate>(
  aggregate: Kind,
  missing: Refused['refusal'],
): Subject<Kind, KeptDocument[], Command, DocumentEvent> {
  const { table, row } = owners[aggregate]
  const appliers: Appliers<DocumentEvent, KeptDocument[], Command, void> = {
    document_attached: (db, id, { documentKind, readers }, context) => {
      const { fileName, type, size, storedAs } = commandOf(context, 'attach_document').file
      const { now, by } = context
      const receivedById = by.kind === 'person' ? by.id : null
      const received = { receivedAt: now, receivedFrom: by.name, receivedById }
      db.insert(document)
        .values({ ...row(id), kind: documentKind, readers, fileName, type, size, storedAs, ...received })
        .run()
    },
    document_changed: (db, _, { documentId, to }) =>
      void db.update(document).set(to).where(eq(document.id, documentId)).run(),
    document_removed: (db, _, { documentId }) => void db.delete(document).where(eq(document.id, documentId)).run(),
  }
  return {
    aggregate,
    read: (db, id) =>
      db.select({ id: table.id }).from(table).where(eq(table.id, id)).get() ? keptBy(db, aggregate, id) : null,
    decide: decideDocument,
    apply: applyBy(appliers, undefined),
    words: (refusal) => refusalWords(documentRefusals, refusal as Refusal<DocumentRefusalCode>),
    missing,
  }
}

const loadSubject = subjectOf('load', refused(saveRefusals, 'no_such_load').refusal)
const customerSubject = subjectOf('customer', refused(customerRefusals, 'no_such_customer').refusal)

const decideOn = (db: Db, owner: DocumentOwner, command: Command, act: Act): Outcome =>
  outcome(
    'loadId' in owner
      ? run(db, loadSubject, owner.loadId, command, act)
      : run(db, customerSubject, owner.customerId, command, act),
  )

/** Keeps a file with a load or a customer, after a look at its content. */
export async function attachDocument(
  db: Db,
  owner: DocumentOwner,
  file: { name: string; content: Buffer },
  said: DocumentSaid,
  act: Act,
): Promise<Outcome> {
  const stored = await storeDocument(file.name, file.content)
  if ('refusal' in stored) return stored
  const { fileName, storedAs } = stored
  return decideOn(db, owner, { kind: 'attach_document', said, fileName, storedAs, file: stored }, act)
}

/** Says otherwise what a document is or to whom it goes. */
export const changeDocument = (db: Db, owner: DocumentOwner, documentId: number, said: DocumentSaid, act: Act) =>
  decideOn(db, owner, { kind: 'change_document', documentId, said }, act)

/** Takes a document away from a load or a customer; the log keeps that it was there. */
export const removeDocument = (db: Db, owner: DocumentOwner, documentId: number, act: Act) =>
  decideOn(db, owner, { kind: 'remove_document', documentId }, act)

const whose = (owner: DocumentOwner) =>
  'loadId' in owner ? eq(document.loadId, owner.loadId) : eq(document.customerId, owner.customerId)

/** The documents of a load or a customer, the newest first; with `reader` those alone that go to them. */
export const documentsOf = (db: Db, owner: DocumentOwner, reader: DocumentReader | null = null) =>
  db
    .select({
      id: document.id,
      kind: document.kind,
      readers: document.readers,
      fileName: document.fileName,
      type: document.type,
      size: document.size,
      storedAs: document.storedAs,
      receivedAt: document.receivedAt,
      receivedFrom: document.receivedFrom,
    })
    .from(document)
    .where(and(whose(owner), reader === null ? undefined : isFor(reader)))
    .orderBy(desc(document.id))
    .all()

export type ListedDocument = Omit<ReturnType<typeof documentsOf>[number], 'storedAs'>

const isFor = (reader: DocumentReader) =>
  sql`exists (select 1 from json_each(${document.readers}) each where each.value = ${reader})`

/** A document's file; null where there is none, or where it is gone from the store. */
export async function readDocument(
  db: Db,
  documentId: number,
): Promise<{ fileName: string; type: string; content: Buffer } | null> {
  const row = db.select().from(document).where(eq(document.id, documentId)).get()
  const content = row ? await readStoredDocument(row.storedAs) : null
  return row && content ? { fileName: row.fileName, type: row.type, content } : null
}
