import { and, eq, isNull, sql } from 'drizzle-orm'
import type { AgreedPrice, LoadEvent } from '#core/load/command'
import { deskCurrency } from '#core/money/exchange'
import { issueConfirmation } from '#server/confirmation/issue'
import type { Db } from '#server/db.server'
import { writeLog } from '#server/log/act'
import { carrier, charge, confirmation, gateAlert, gateOverride, load, offer, posting } from '#server/schema'
import { askAnswer, askMail, askPosting, type RecordContext, sendToBoard, tellReleased } from './send-requests'

/**
 * Writes what was decided: the new state, the log line and whatever must be sent, all in the
 * caller's transaction. A practice load changes the same way, but nothing is put in the outbox.
 */
export function record(db: Db, loadId: number, events: LoadEvent[], context: RecordContext): void {
  for (const event of events) {
    apply(db, loadId, event, context)
    writeLog(db, loadId, event.kind, event as unknown as Record<string, unknown>, context)
  }
}

function apply(db: Db, loadId: number, event: LoadEvent, context: RecordContext): void {
  const { now } = context
  switch (event.kind) {
    case 'state_changed':
      if (event.to === 'in_transit') noteHauled(db, loadId)
      db.update(load)
        .set({ state: event.to, ...(event.to === 'uncovered' && event.from === 'draft' ? { openedAt: now } : {}) })
        .where(eq(load.id, loadId))
        .run()
      return
    case 'limits_set':
      db.update(load).set(event.to).where(eq(load.id, loadId)).run()
      return
    case 'posting_asked':
      return askPosting(db, loadId, event.board, context)
    case 'posting_update_asked':
      return sendToBoard(db, loadId, event.postingId, 'put', event.board, context)
    case 'posting_removal_asked':
      db.update(posting)
        .set({ state: context.practice ? 'down' : 'removal_asked' })
        .where(eq(posting.id, event.postingId))
        .run()
      return sendToBoard(db, loadId, event.postingId, 'remove', event.board, context)
    case 'offer_recorded':
      db.insert(offer)
        .values({
          loadId,
          carrierId: event.carrierId,
          payMinor: event.payMinor,
          askedMinor: event.asked?.amountMinor ?? event.payMinor,
          currency: event.asked?.currency ?? deskCurrency,
          source: event.source,
          state: 'open',
          goodUntil: event.goodUntil,
          note: event.note,
          receivedAt: now,
          externalKey: context.externalKey ?? null,
        })
        .run()
      return
    case 'offer_repriced':
      // The same offer at another price: a counter of ours was to the old one.
      db.update(offer)
        .set({
          payMinor: event.payMinor,
          askedMinor: event.asked?.amountMinor ?? event.payMinor,
          currency: event.asked?.currency ?? deskCurrency,
          counterMinor: null,
          source: event.source,
          goodUntil: event.goodUntil,
          note: event.note,
          receivedAt: now,
          ...(context.externalKey ? { externalKey: context.externalKey } : {}),
        })
        .where(eq(offer.id, event.offerId))
        .run()
      return
    case 'offer_answer_asked':
      return askAnswer(db, loadId, event, context)
    case 'price_passed':
      return
    case 'offer_countered':
      db.update(offer).set({ counterMinor: event.to }).where(eq(offer.id, event.offerId)).run()
      return
    case 'offer_ended':
      db.update(offer).set({ state: event.to }).where(eq(offer.id, event.offerId)).run()
      return
    case 'load_awarded':
      db.update(offer).set({ state: 'awarded', agreedMinor: event.payMinor }).where(eq(offer.id, event.offerId)).run()
      db.update(load)
        .set({ carrierId: event.carrierId, coveredAt: now, ...payColumns(event) })
        .where(eq(load.id, loadId))
        .run()
      return writeBuyCharges(db, loadId, event.buyCharges)
    case 'gate_passed':
      db.insert(gateOverride)
        .values({
          loadId,
          carrierId: event.carrierId,
          stage: event.stage,
          reasons: event.reasons,
          because: event.because,
          byName: context.by.name,
          at: now,
          policyVersion: event.policyVersion,
        })
        .run()
      db.update(gateAlert)
        .set({ endedAt: now, endedHow: 'passed', endedBy: context.by.name, because: event.because })
        .where(and(eq(gateAlert.loadId, loadId), isNull(gateAlert.endedAt)))
        .run()
      return
    case 'confirmation_issued':
      return issueConfirmation(db, loadId, event.version, now)
    case 'confirmation_voided':
      db.update(confirmation).set({ state: 'void' }).where(eq(confirmation.id, event.confirmationId)).run()
      return
    case 'confirmation_mail_asked':
      return askMail(db, loadId, event, context)
    case 'confirmation_accepted':
      db.update(confirmation)
        .set({ state: 'accepted', acceptedAt: now, acceptedName: event.name, acceptedTitle: event.title })
        .where(eq(confirmation.id, event.confirmationId))
        .run()
      return
    case 'award_released':
      db.update(offer)
        .set({ state: 'turned_down' })
        .where(and(eq(offer.loadId, loadId), eq(offer.state, 'awarded')))
        .run()
      db.update(load)
        .set({
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
        })
        .where(eq(load.id, loadId))
        .run()
      tellReleased(db, loadId, event, context)
      db.update(gateAlert)
        .set({ endedAt: now, endedHow: 'other_carrier', endedBy: context.by.name })
        .where(and(eq(gateAlert.loadId, loadId), isNull(gateAlert.endedAt)))
        .run()
      return writeBuyCharges(db, loadId, [])
    case 'load_cancelled':
      db.update(load).set({ state: 'cancelled' }).where(eq(load.id, loadId)).run()
      return
    case 'terms_changed':
      // The terms themselves are written by whoever changed them, in the same transaction.
      return
  }
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

/** Writes what is agreed with the carrier: in the desk's currency, and in the paper's with its rate. */
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
