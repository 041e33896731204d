import { desc, eq } from 'drizzle-orm'
import { z } from 'zod'
import type { Actor } from '#core/access/actor'
import { objections } from '#core/confirmation/objection'
import type { ConfirmationTerms } from '#core/confirmation/terms'
import { refused } from '#core/decision/refusal'
import { documentRefusals } from '#core/document/decide'
import { openLink } from '#server/access/signed-link'
import type { Db } from '#server/db.server'
import { documentsOf, readDocument } from '#server/document/documents'
import type { Outcome } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { confirmation, load } from '#server/schema'
import { askAwarded } from '#server/vetting/alerts'

export const objectionSchema = z
  .object({
    objection: z.enum(objections),
    name: z.string().trim().min(2, 'Give your name').max(80, 'At most 80 characters'),
    text: z.string().trim().max(500, 'At most 500 characters'),
  })
  .refine(({ objection, text }) => objection === 'no' || text.length > 1, {
    path: ['text'],
    message: 'Tell us what is not right',
  })

export const acceptanceSchema = z.object({
  name: z.string().trim().min(2, 'Give your name').max(80, 'At most 80 characters'),
  title: z.string().trim().min(2, 'Give your title').max(80, 'At most 80 characters'),
})

/** What a signed link shows: the frozen terms and where the confirmation stands, or why nothing is shown. */
export function readByLink(db: Db, token: string, now: number) {
  const opened = openLink(db, token, now)
  if ('refusal' in opened) return opened
  const row = db
    .select({
      id: confirmation.id,
      loadId: confirmation.loadId,
      number: confirmation.number,
      version: confirmation.version,
      state: confirmation.state,
      terms: confirmation.terms,
      acceptedAt: confirmation.acceptedAt,
      acceptedName: confirmation.acceptedName,
      acceptedTitle: confirmation.acceptedTitle,
      objection: confirmation.objection,
      objectionText: confirmation.objectionText,
    })
    .from(confirmation)
    .where(eq(confirmation.id, opened.confirmationId))
    .get()
  if (!row) throw new Error(`Link opens confirmation ${opened.confirmationId}, which is not there`)
  const newest = db
    .select({ version: confirmation.version })
    .from(confirmation)
    .where(eq(confirmation.loadId, row.loadId))
    .orderBy(desc(confirmation.version))
    .limit(1)
    .get()
  return {
    confirmation: row,
    newestVersion: newest?.version ?? row.version,
    documents: row.state === 'void' ? [] : documentsOf(db, { loadId: row.loadId }, 'carrier'),
  }
}

/** A document that goes to the carrier, from a signed link; any other is not there. */
export async function documentByLink(db: Db, token: string, documentId: number, now: number) {
  const read = readByLink(db, token, now)
  if ('refusal' in read) return read
  const isTheirs = read.documents.some(({ id }) => id === documentId)
  const file = isTheirs ? await readDocument(db, documentId) : null
  return file ?? refused(documentRefusals, 'no_such_document')
}

/** The carrier's yes, with name and title, from a signed link. */
export function acceptByLink(
  db: Db,
  token: string,
  acceptance: z.infer<typeof acceptanceSchema>,
  now: number,
): Outcome | { refusal: { code: string; message: string } } {
  const read = readByLink(db, token, now)
  if ('refusal' in read) return read
  const { id, loadId } = read.confirmation
  const outcome = carryOut(
    db,
    loadId,
    { kind: 'accept_confirmation', confirmationId: id, ...acceptance },
    { now, by: carrierOf(db, read.confirmation) },
  )
  // Their yes stands; whether we still may is asked at this moment too, and an alert holds the dispatch where not.
  if ('done' in outcome) askAwarded(db, [loadId], now)
  return outcome
}

/** The carrier's no, or what they say is wrong in it, from a signed link: noted and reported, it ends nothing by itself. */
export function objectByLink(
  db: Db,
  token: string,
  said: z.infer<typeof objectionSchema>,
  now: number,
): Outcome | { refusal: { code: string; message: string } } {
  const read = readByLink(db, token, now)
  if ('refusal' in read) return read
  const { id, loadId } = read.confirmation
  return carryOut(
    db,
    loadId,
    { kind: 'object_to_confirmation', confirmationId: id, ...said },
    { now, by: carrierOf(db, read.confirmation) },
  )
}

function carrierOf(db: Db, { loadId, terms }: { loadId: number; terms: ConfirmationTerms }): Actor {
  const row = db.select({ id: load.carrierId }).from(load).where(eq(load.id, loadId)).get()
  return { kind: 'carrier', id: row?.id ?? null, name: terms.carrier.name }
}
