import { and, eq, isNull, sql } from 'drizzle-orm'
import type { AgreedPrice, LoadEvent } from '#core/load/command'
import { deskCurrency } from '#core/money/exchange'
import { issueConfirmation } from '#server/confirmation/issue'
import type { Db } from '#server/db.server'
import {
  carrier,
  charge,
  confirmation,
  gateAlert,
  gateOverride,
  load,
  offer,
  posting,
  postingTerms,
} from '#server/schema'
import { recordGuideAnswer, recordGuideEnd, recordGuideOffer, recordGuideSkip } from './record-guide'
import { askAnswer, askMail, askPosting, type RecordContext, sendToBoard, tellReleased } from './send-requests'

type Applier<Kind extends LoadEvent['kind']> = (
  db: Db,
  loadId: number,
  event: LoadEvent & { kind: Kind },
  context: RecordContext,
) => void

const setLoad = (db: Db, loadId: number, columns: Partial<typeof load.$inferInsert>) =>
  db.update(load).set(columns).where(eq(load.id, loadId)).run()

const setOffer = (db: Db, offerId: number, columns: Partial<typeof offer.$inferInsert>) =>
  db.update(offer).set(columns).where(eq(offer.id, offerId)).run()

const setConfirmation = (db: Db, confirmationId: number, columns: Partial<typeof confirmation.$inferInsert>) =>
  db.update(confirmation).set(columns).where(eq(confirmation.id, confirmationId)).run()

/** What each event writes beside its log line. */
const appliers: { [Kind in LoadEvent['kind']]: Applier<Kind> } = {
  state_changed: (db, loadId, { from, to }, { now }) => {
    if (to === 'in_transit') noteHauled(db, loadId)
    setLoad(db, loadId, { state: to, ...(to === 'uncovered' && from === 'draft' ? { openedAt: now } : {}) })
  },
  limits_set: (db, loadId, { to }) => setLoad(db, loadId, to),
  posting_asked: (db, loadId, { board }, context) => askPosting(db, loadId, board, context),
  posting_update_asked: (db, loadId, { postingId, board }, context) =>
    sendToBoard(db, loadId, postingId, 'put', board, context),
  posting_removal_asked: (db, loadId, { postingId, board }, context) => {
    const state = context.practice ? 'down' : 'removal_asked'
    db.update(posting).set({ state }).where(eq(posting.id, postingId)).run()
    sendToBoard(db, loadId, postingId, 'remove', board, context)
  },
  posting_set: (db, loadId, { terms, boards }, { now, by }) => {
    const columns = { terms, boards, changedAt: now, changedBy: by.name }
    db.insert(postingTerms)
      .values({ loadId, ...columns })
      .onConflictDoUpdate({ target: postingTerms.loadId, set: columns })
      .run()
  },
  offer_recorded: (db, loadId, event, { now, externalKey = null }) =>
    db
      .insert(offer)
      .values({ ...namedPrice(event, now), loadId, carrierId: event.carrierId, state: 'open', externalKey })
      .run(),
  // The same offer at another price: a counter of ours was to the old one.
  offer_repriced: (db, _, event, { now, externalKey }) =>
    setOffer(db, event.offerId, {
      ...namedPrice(event, now),
      counterMinor: null,
      ...(externalKey ? { externalKey } : {}),
    }),
  offer_answer_asked: askAnswer,
  guide_offered: recordGuideOffer,
  guide_skipped: recordGuideSkip,
  guide_answered: recordGuideAnswer,
  guide_ended: recordGuideEnd,
  offer_reopened: (db, _, { offerId }) => setOffer(db, offerId, { state: 'open', goodUntil: null, agreedMinor: null }),
  load_withdrawn: () => undefined,
  rep_changed: (db, loadId, { to }) => setLoad(db, loadId, { repId: to.id }),
  price_passed: () => undefined,
  offer_countered: (db, _, { offerId, to }) => setOffer(db, offerId, { counterMinor: to }),
  offer_ended: (db, _, { offerId, to }) => setOffer(db, offerId, { state: to }),
  load_awarded: (db, loadId, event, { now }) => {
    setOffer(db, event.offerId, { state: 'awarded', agreedMinor: event.payMinor })
    setLoad(db, loadId, { carrierId: event.carrierId, coveredAt: now, ...payColumns(event) })
    writeBuyCharges(db, loadId, event.buyCharges)
  },
  gate_passed: (db, loadId, event, { now, by }) => {
    const { carrierId, stage, reasons, because, policyVersion } = event
    db.insert(gateOverride)
      .values({ loadId, carrierId, stage, reasons, because, byName: by.name, at: now, policyVersion })
      .run()
    endAlerts(db, loadId, { endedAt: now, endedHow: 'passed', endedBy: by.name, because })
  },
  confirmation_issued: (db, loadId, { version }, { now }) => issueConfirmation(db, loadId, version, now),
  confirmation_voided: (db, _, { confirmationId }) => setConfirmation(db, confirmationId, { state: 'void' }),
  confirmation_mail_asked: askMail,
  confirmation_accepted: (db, _, { confirmationId, name, title }, { now }) =>
    setConfirmation(db, confirmationId, {
      state: 'accepted',
      acceptedAt: now,
      acceptedName: name,
      acceptedTitle: title,
    }),
  confirmation_objected: (db, _, { confirmationId, objection, name, text }, { now }) =>
    setConfirmation(db, confirmationId, {
      objection,
      objectionText: text,
      objectedBy: name,
      objectedAt: now,
    }),
  award_released: (db, loadId, event, context) => {
    const awarded = and(eq(offer.loadId, loadId), eq(offer.state, 'awarded'))
    db.update(offer).set({ state: 'turned_down' }).where(awarded).run()
    setLoad(db, loadId, nobodyHauls)
    tellReleased(db, loadId, event, context)
    endAlerts(db, loadId, { endedAt: context.now, endedHow: 'other_carrier', endedBy: context.by.name })
    writeBuyCharges(db, loadId, [])
  },
  load_cancelled: (db, loadId) => setLoad(db, loadId, { state: 'cancelled' }),
  // The terms themselves are written by whoever changed them, in the same transaction.
  terms_changed: () => undefined,
}

/**
 * Writes what one event changes: the new state and whatever must be sent. A practice load changes the same way, but nothing is put in the
 * outbox.
 */
export function apply<Kind extends LoadEvent['kind']>(
  db: Db,
  loadId: number,
  event: LoadEvent & { kind: Kind },
  context: RecordContext,
): void {
  const applier: Applier<Kind> = appliers[event.kind]
  applier(db, loadId, event, context)
}

type NamedPrice = Pick<
  LoadEvent & { kind: 'offer_recorded' },
  'payMinor' | 'asked' | 'source' | 'goodUntil' | 'note' | 'person' | 'phone'
>

/** A carrier's price as its offer keeps it: in the desk's currency, and in the one it was named in. */
const namedPrice = ({ payMinor, asked, source, goodUntil, note, person, phone }: NamedPrice, now: number) => ({
  payMinor,
  askedMinor: asked?.amountMinor ?? payMinor,
  currency: asked?.currency ?? deskCurrency,
  source,
  goodUntil,
  note,
  // Who was spoken with before is not forgotten by a price that came another way.
  ...(person ? { person } : {}),
  ...(phone ? { phone } : {}),
  receivedAt: now,
})

const nobodyHauls = {
  carrierId: null,
  payMinor: null,
  agreedMinor: null,
  payCurrency: deskCurrency,
  payRateE6: null,
  payRateDay: null,
  coveredAt: null,
  driverName: null,
  driverPhone: null,
  truckNumber: null,
}

/** Ends what warned of the carrier that was on the load. */
function endAlerts(db: Db, loadId: number, ended: Partial<typeof gateAlert.$inferInsert>): void {
  const open = and(eq(gateAlert.loadId, loadId), isNull(gateAlert.endedAt))
  db.update(gateAlert).set(ended).where(open).run()
}

/** From its pickup on a load is the carrier's last one; before that it is only booked. */
function noteHauled(db: Db, loadId: number): void {
  const row = db
    .select({ carrierId: load.carrierId, pickupAt: load.pickupAt, practice: load.practice })
    .from(load)
    .where(eq(load.id, loadId))
    .get()
  if (row?.carrierId && !row.practice)
    db.update(carrier)
      .set({ lastLoadAt: sql`max(coalesce(${carrier.lastLoadAt}, 0), ${row.pickupAt})` })
      .where(eq(carrier.id, row.carrierId))
      .run()
}

const payColumns = ({ payMinor, agreed }: { payMinor: number; agreed?: AgreedPrice | undefined }) => ({
  payMinor,
  agreedMinor: agreed?.amountMinor ?? payMinor,
  payCurrency: agreed?.currency ?? deskCurrency,
  payRateE6: agreed?.rateE6 ?? null,
  payRateDay: agreed?.rateDay ?? null,
})

/** Writes what is agreed with the carrier: in the desk's currency, and in the document's with its rate. */
export function writePay(db: Db, loadId: number, pay: { payMinor: number; agreed: AgreedPrice }): void {
  db.update(load).set(payColumns(pay)).where(eq(load.id, loadId)).run()
}

/** Replaces the agreed pay lines of a load. */
export function writeBuyCharges(
  db: Db,
  loadId: number,
  charges: (LoadEvent & { kind: 'load_awarded' })['buyCharges'],
): void {
  db.delete(charge)
    .where(and(eq(charge.loadId, loadId), eq(charge.side, 'buy')))
    .run()
  if (charges.length > 0)
    db.insert(charge)
      .values(charges.map((line) => ({ ...line, loadId, side: 'buy' as const })))
      .run()
}
