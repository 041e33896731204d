import { and, eq, ne } from 'drizzle-orm'
import type { Actor } from '#core/access/actor'
import type { CarrierDocumentKind } from '#core/carrier/document'
import type { Db } from '#server/db.server'
import { outcome, type Refused, run } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { carrier, carrierDocument, type carrierLink } from '#server/schema'
import { receiveDocument } from './documents'
import { openRequestLink } from './request-link'
import { carrierSubject } from './subject'

/** What a carrier may see by its link, built field by field: its own name and numbers, what is asked, what came of it. */
export function readCarrierLink(db: Db, token: string, now: number) {
  const link = openRequestLink(db, token, now)
  if ('refusal' in link) return link
  const row = db
    .select({ name: carrier.name, mcNumber: carrier.mcNumber, dotNumber: carrier.dotNumber })
    .from(carrier)
    .where(eq(carrier.id, link.carrierId))
    .get()!
  const received = db
    .select({
      id: carrierDocument.id,
      kind: carrierDocument.kind,
      fileName: carrierDocument.fileName,
      state: carrierDocument.state,
    })
    .from(carrierDocument)
    .where(
      and(
        eq(carrierDocument.linkId, link.id),
        eq(carrierDocument.carrierId, link.carrierId),
        ne(carrierDocument.state, 'refused'),
      ),
    )
    .all()
  return {
    purpose: link.purpose,
    kinds: link.kinds,
    carrierName: row.name,
    mcNumber: row.mcNumber,
    dotNumber: row.dotNumber,
    received,
    signed: link.purpose === 'agreement' && link.usedAt !== null,
    broker: {
      name: officeOf(db).name,
      phone: officeOf(db).phone,
      address: officeOf(db).address,
      mcNumber: officeOf(db).mcNumber,
    },
  }
}

/** The carrier itself, through its link. */
const byLink = (db: Db, carrierId: number): Actor => ({
  kind: 'carrier',
  id: carrierId,
  name: `${nameOf(db, carrierId)} by link`,
})

const nameOf = (db: Db, carrierId: number): string =>
  db.select({ name: carrier.name }).from(carrier).where(eq(carrier.id, carrierId)).get()?.name ?? ''

/** Takes back a file that came by this link and that nobody has reviewed yet: a wrong one sent by mistake. */
export const takeBackByLink = (
  db: Db,
  link: typeof carrierLink.$inferSelect,
  documentId: number,
  now: number,
): { done: true } | Refused =>
  outcome(
    run(
      db,
      carrierSubject,
      link.carrierId,
      { kind: 'take_back_document', documentId, linkId: link.id },
      { now, by: byLink(db, link.carrierId) },
    ),
  )

/** Takes a file that came by a carrier's link; only of a kind that was requested. */
export const receiveByLink = (
  db: Db,
  link: typeof carrierLink.$inferSelect,
  file: { kind: CarrierDocumentKind; name: string; content: Buffer },
  now: number,
): Promise<{ documentId: number } | Refused> =>
  receiveDocument(db, link.carrierId, { ...file, linkId: link.id }, { now, by: byLink(db, link.carrierId) })
