import { and, eq } from 'drizzle-orm'
import { personId } from '#core/access/actor'
import type { CarrierFacts } from '#core/carrier/decide'
import type { CarrierEvent } from '#core/carrier/events'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Appliers, commandOf } from '#server/kernel/run'
import { enqueue } from '#server/outbox/outbox'
import { recordFacts } from '#server/register/carrier-facts'
import { recordOf, storeLinks } from '#server/register/store'
import { carrier, carrierDocument, carrierLink, contact, loadMark, policy } from '#server/schema'
import { createRequestLink } from './request-link'
import type { Made, ServerCommand } from './subject'

/** What each event a command leads to writes, beside its row. */
export const appliers: Appliers<CarrierEvent, CarrierFacts, ServerCommand, Made> = {
  contact_added: (db, carrierId, _, context) => {
    const { contact: given } = commandOf(context, 'add_contact')
    db.insert(contact)
      .values({ carrierId, ...given, addedAt: context.now, addedBy: context.by.name })
      .run()
    const reach = [given.role, given.phone, given.mail].filter(Boolean).join(', ')
    noteFacts(db, carrierId, { [`contact ${given.name}`]: reach }, context)
    noteReachChanged(db, carrierId, context.now)
  },
  contact_removed: (db, carrierId, _, context) => {
    db.delete(contact)
      .where(eq(contact.id, commandOf(context, 'remove_contact').contactId))
      .run()
    noteReachChanged(db, carrierId, context.now)
  },
  equipment_set: (db, carrierId, _, context) => {
    const { equipment, preferred: wished, trailers } = commandOf(context, 'set_equipment')
    const preferred = wished.filter((kind) => equipment.includes(kind))
    db.update(carrier).set({ equipment, preferred, trailers }).where(eq(carrier.id, carrierId)).run()
    const facts = {
      equipment: equipment.map((kind) => (trailers[kind] ? `${kind} ${trailers[kind]}` : kind)).join(', '),
      preferred_equipment: preferred.join(', ') || 'none',
    }
    noteFacts(db, carrierId, facts, context)
  },
  do_not_use: (db, carrierId, { reason, lift }, { now, by }) =>
    setBar(db, carrierId, { doNotUse: reason, doNotUseBy: by.name, doNotUseAt: now, doNotUseLift: lift }),
  do_not_use_lifted: (db, carrierId) =>
    setBar(db, carrierId, { doNotUse: null, doNotUseBy: null, doNotUseAt: null, doNotUseLift: null }),
  document_received: (db, carrierId, { documentKind }, context) => {
    const { file, linkId } = commandOf(context, 'receive_document')
    if (linkId !== null) markUsed(db, linkId, context.now)
    return db
      .insert(carrierDocument)
      .values({
        carrierId,
        kind: documentKind,
        state: 'waiting',
        ...file,
        linkId,
        receivedAt: context.now,
        receivedFrom: context.by.name,
        receivedById: personId(context.by),
      })
      .returning({ id: carrierDocument.id })
      .get().id
  },
  document_checked: (db, carrierId, { documentKind }, context) => {
    const { documentId, expiresOn, insurance } = commandOf(context, 'check_document')
    db.update(carrierDocument)
      .set({
        state: 'checked',
        kind: documentKind,
        expiresOn,
        checkedAt: context.now,
        checkedBy: context.by.name,
        checkedById: personId(context.by),
      })
      .where(eq(carrierDocument.id, documentId))
      .run()
    if (insurance.length > 0)
      db.insert(policy)
        .values(insurance.map((line) => ({ carrierId, documentId, ...line })))
        .run()
  },
  document_refused: (db, _, { because }, { command }) => {
    if (command.kind !== 'refuse_document' && command.kind !== 'take_back_document')
      throw wrongCommand(command, 'refuse_document')
    db.update(carrierDocument)
      .set({ state: 'refused', refusedBecause: because })
      .where(eq(carrierDocument.id, command.documentId))
      .run()
  },
  documents_requested: (db, carrierId, { to, kinds }, context) =>
    askByLink(db, { carrierId, purpose: 'documents', kinds, to }, context),
  agreement_sent: (db, carrierId, { to, kinds }, context) =>
    askByLink(db, { carrierId, purpose: 'agreement', kinds, to }, context),
  agreement_signed: (db, carrierId, { name }, context) => {
    const { linkId, file } = commandOf(context, 'sign_agreement')
    markUsed(db, linkId, context.now)
    return db
      .insert(carrierDocument)
      .values({
        carrierId,
        kind: 'agreement',
        state: 'checked',
        ...file,
        linkId,
        receivedAt: context.now,
        receivedFrom: name,
        checkedAt: context.now,
        checkedBy: 'signed by link',
      })
      .returning({ id: carrierDocument.id })
      .get().id
  },
  link_revoked: (db, carrierId, _, context) => {
    const { linkId } = commandOf(context, 'revoke_link')
    db.update(carrierLink)
      .set({ revokedAt: context.now })
      .where(and(eq(carrierLink.id, linkId), eq(carrierLink.carrierId, carrierId)))
      .run()
  },
  load_marked: (db, carrierId, { mark }, context) => {
    const { loadId } = commandOf(context, 'mark_load')
    db.insert(loadMark).values({ loadId, carrierId, mark, byName: context.by.name, at: context.now }).run()
  },
}

const wrongCommand = (command: ServerCommand, wanted: string) =>
  new Error(`An event of ${wanted} came of the command ${command.kind}`)

const setBar = (
  db: Db,
  carrierId: number,
  bar: Pick<typeof carrier.$inferInsert, 'doNotUse' | 'doNotUseBy' | 'doNotUseAt' | 'doNotUseLift'>,
): void => void db.update(carrier).set(bar).where(eq(carrier.id, carrierId)).run()

const markUsed = (db: Db, linkId: number, now: number) =>
  db.update(carrierLink).set({ usedAt: now }).where(eq(carrierLink.id, linkId)).run()

const noteFacts = (db: Db, carrierId: number, facts: Record<string, string>, { now, by }: Act) =>
  recordFacts(db, carrierId, facts, { source: 'person', byName: by.name, whole: false }, now)

/** Contacts are part of what a carrier may share with others, and a change of them is a sign of its own. */
function noteReachChanged(db: Db, carrierId: number, now: number): void {
  const row = db.select({ dotNumber: carrier.dotNumber }).from(carrier).where(eq(carrier.id, carrierId)).get()
  const known = row && recordOf(db, row.dotNumber)
  if (known) storeLinks(db, known.record, carrierId)
  db.update(carrier).set({ contactChangedAt: now }).where(eq(carrier.id, carrierId)).run()
}

/** Makes the link and puts the email that brings it into the outbox. */
function askByLink(
  db: Db,
  { to, ...link }: Pick<typeof carrierLink.$inferInsert, 'carrierId' | 'purpose' | 'kinds'> & { to: string },
  { now, by }: Act,
): number {
  const linkId = createRequestLink(db, { ...link, sentTo: to, askedBy: by.name }, now)
  enqueue(db, { kind: 'carrier_mail', stream: `carrier-link-${linkId}`, loadId: null, payload: { linkId } }, now)
  return linkId
}
