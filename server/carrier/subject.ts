import { eq } from 'drizzle-orm'
import { type CarrierCommand, type CarrierFacts, decideCarrier } from '#core/carrier/decide'
import type { CarrierEvent } from '#core/carrier/events'
import { type CarrierRefusalCode, carrierRefusals } from '#core/carrier/refusals'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import type { Db } from '#server/db.server'
import type { StoredFile } from '#server/document/store'
import { applyBy, type Context, type Subject } from '#server/kernel/run'
import { carrier, carrierDocument, carrierLink, contact } from '#server/schema'
import { settings } from '#server/settings.server'
import { appliers } from './apply'
import type { CheckedDocument } from './documents'

/** A command with what only the server needs of it: the kept file, the policies read off a certificate. */
export type ServerCommand =
  | Exclude<CarrierCommand, { kind: 'receive_document' | 'check_document' | 'sign_agreement' }>
  | (CarrierCommand & { kind: 'receive_document' | 'sign_agreement' } & { file: StoredFile })
  | (CarrierCommand & { kind: 'check_document' } & {
      insurance: CheckedDocument['insurance']
      expiresOn: string | null
    })

export type CarrierContext = Context<CarrierFacts, ServerCommand>
/** The id of what an event made: a document or a link; null where it made nothing. */
export type Made = number | null

/** Decisions about a carrier. */
export const carrierSubject: Subject<'carrier', CarrierFacts, ServerCommand, CarrierEvent, Made> = {
  aggregate: 'carrier',
  read: readCarrierFacts,
  decide: (facts, command, { by }) => decideCarrier(facts, command, by),
  apply: applyBy(appliers, null),
  words: (refusal) => refusalWords(carrierRefusals, refusal as Refusal<CarrierRefusalCode>),
  missing: refused(carrierRefusals, 'no_such_carrier').refusal,
}

/** What deciding needs to know of a carrier; null where there is none. */
export function readCarrierFacts(db: Db, carrierId: number): CarrierFacts | null {
  const row = db
    .select({ reason: carrier.doNotUse, by: carrier.doNotUseBy, lift: carrier.doNotUseLift })
    .from(carrier)
    .where(eq(carrier.id, carrierId))
    .get()
  if (!row) return null
  return {
    bar: row.reason === null ? null : { reason: row.reason, by: row.by ?? '', lift: row.lift ?? 'rep' },
    contacts: db
      .select({ id: contact.id, name: contact.name })
      .from(contact)
      .where(eq(contact.carrierId, carrierId))
      .all(),
    documents: db
      .select({
        id: carrierDocument.id,
        kind: carrierDocument.kind,
        state: carrierDocument.state,
        fileName: carrierDocument.fileName,
        receivedById: carrierDocument.receivedById,
        linkId: carrierDocument.linkId,
      })
      .from(carrierDocument)
      .where(eq(carrierDocument.carrierId, carrierId))
      .all(),
    links: db
      .select({
        id: carrierLink.id,
        purpose: carrierLink.purpose,
        kinds: carrierLink.kinds,
        usedAt: carrierLink.usedAt,
        revokedAt: carrierLink.revokedAt,
      })
      .from(carrierLink)
      .where(eq(carrierLink.carrierId, carrierId))
      .all(),
    needsSecondPerson: settings().OX_SECOND_PERSON_CHECKS === 'yes',
  }
}
