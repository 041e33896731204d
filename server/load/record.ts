import { randomBytes } from 'node:crypto'
import { and, eq, isNull, sql } from 'drizzle-orm'
import type { LoadEvent } from '#core/load/decide'
import { issueConfirmation } from '#server/confirmation/issue'
import type { Db } from '#server/db.server'
import { type Act, writeLog } from '#server/log/act'
import { enqueue } from '#server/outbox/outbox'
import { carrier, charge, confirmation, gateAlert, gateOverride, load, offer, posting } from '#server/schema'

/** What an event may need beside itself. */
export interface RecordContext extends Act {
  practice: boolean
  /** The sender's own key of an offer that came over a wire. */
  externalKey?: string
}

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
      db.update(load).set({ state: event.to, ...(event.to === 'uncovered' && event.from === 'draft' ? { openedAt: now } : {}) }).where(eq(load.id, loadId)).run()
      return
    case 'limits_set':
      db.update(load).set(event.to).where(eq(load.id, loadId)).run()
      return
    case 'posting_asked':
      return askPosting(db, loadId, event.board, context)
    case 'posting_update_asked':
      return sendToBoard(db, loadId, event.postingId, 'put', event.board, context)
    case 'posting_removal_asked':
      db.update(posting).set({ state: context.practice ? 'down' : 'removal_asked' }).where(eq(posting.id, event.postingId)).run()
      return sendToBoard(db, loadId, event.postingId, 'remove', event.board, context)
    case 'offer_recorded':
      db.insert(offer)
        .values({ loadId, carrierId: event.carrierId, payMinor: event.payMinor, source: event.source, state: 'open', goodUntil: event.goodUntil, note: event.note, receivedAt: now, externalKey: context.externalKey ?? null })
        .run()
      return
    case 'offer_countered':
      db.update(offer).set({ counterMinor: event.to }).where(eq(offer.id, event.offerId)).run()
      return
    case 'offer_ended':
      db.update(offer).set({ state: event.to }).where(eq(offer.id, event.offerId)).run()
      return
    case 'load_awarded':
      db.update(offer).set({ state: 'awarded' }).where(eq(offer.id, event.offerId)).run()
      db.update(load).set({ carrierId: event.carrierId, payMinor: event.payMinor, coveredAt: now }).where(eq(load.id, loadId)).run()
      db.update(carrier).set({ lastLoadAt: sql`max(coalesce(${carrier.lastLoadAt}, 0), (select pickup_at from load where load.id = ${loadId} and practice = 0))` }).where(and(eq(carrier.id, event.carrierId), sql`exists (select 1 from load where load.id = ${loadId} and practice = 0)`)).run()
      return writeBuyCharges(db, loadId, event.buyCharges)
    case 'gate_passed':
      db.insert(gateOverride).values({ loadId, carrierId: event.carrierId, stage: event.stage, reasons: event.reasons, because: event.because, byName: context.by.name, at: now, policyVersion: event.policyVersion }).run()
      db.update(gateAlert).set({ endedAt: now, endedHow: 'passed', endedBy: context.by.name, because: event.because }).where(and(eq(gateAlert.loadId, loadId), isNull(gateAlert.endedAt))).run()
      return
    case 'confirmation_issued':
      return issueConfirmation(db, loadId, event.version, now)
    case 'confirmation_voided':
      db.update(confirmation).set({ state: 'void' }).where(eq(confirmation.id, event.confirmationId)).run()
      return
    case 'confirmation_mail_asked':
      return askMail(db, loadId, event, context)
    case 'confirmation_accepted':
      db.update(confirmation).set({ state: 'accepted', acceptedAt: now, acceptedName: event.name, acceptedTitle: event.title }).where(eq(confirmation.id, event.confirmationId)).run()
      return
    case 'award_released':
      db.update(offer).set({ state: 'turned_down' }).where(and(eq(offer.loadId, loadId), eq(offer.state, 'awarded'))).run()
      db.update(load).set({ carrierId: null, payMinor: null, coveredAt: null }).where(eq(load.id, loadId)).run()
      db.update(gateAlert).set({ endedAt: now, endedHow: 'other_carrier', endedBy: context.by.name }).where(and(eq(gateAlert.loadId, loadId), isNull(gateAlert.endedAt))).run()
      return writeBuyCharges(db, loadId, [])
    case 'load_cancelled':
      db.update(load).set({ state: 'cancelled' }).where(eq(load.id, loadId)).run()
      return
    case 'terms_changed':
      // The terms themselves are written by whoever changed them, in the same transaction.
      return
  }
}

/** Replaces the agreed pay lines of a load. */
export function writeBuyCharges(db: Db, loadId: number, charges: (LoadEvent & { kind: 'load_awarded' })['buyCharges']): void {
  db.delete(charge).where(and(eq(charge.loadId, loadId), eq(charge.side, 'buy'))).run()
  if (charges.length > 0) db.insert(charge).values(charges.map((line) => ({ ...line, loadId, side: 'buy' as const }))).run()
}

function askPosting(db: Db, loadId: number, board: string, context: RecordContext): void {
  // The reference is all the board knows the load by; nobody can tell the load's number from it.
  const reference = randomBytes(5).toString('hex')
  const row = db
    .insert(posting)
    .values({ loadId, board, reference, state: context.practice ? 'up' : 'asked', askedAt: context.now, upAt: context.practice ? context.now : null })
    .returning({ id: posting.id })
    .get()
  sendToBoard(db, loadId, row.id, 'put', board, context)
}

function sendToBoard(db: Db, loadId: number, postingId: number, what: 'put' | 'remove', board: string, context: RecordContext): void {
  if (context.practice) return keepInside(db, loadId, `the ${what === 'put' ? 'posting' : 'removal'} for ${board}`, context)
  enqueue(db, { kind: 'board', stream: `posting-${postingId}`, loadId, payload: { what, postingId } }, context.now)
}

function askMail(db: Db, loadId: number, event: LoadEvent & { kind: 'confirmation_mail_asked' }, context: RecordContext): void {
  db.update(confirmation).set({ state: 'sent', sentAt: context.now, sentTo: event.to }).where(eq(confirmation.id, event.confirmationId)).run()
  if (context.practice) return keepInside(db, loadId, 'the mail', context)
  enqueue(db, { kind: 'mail', stream: `confirmation-${event.confirmationId}`, loadId, payload: { confirmationId: event.confirmationId, version: event.version, to: event.to } }, context.now)
}

function keepInside(db: Db, loadId: number, what: string, context: RecordContext): void {
  writeLog(db, loadId, 'kept_in_the_building', { kind: 'kept_in_the_building', what }, { now: context.now, by: { kind: 'rule', name: 'practice loads stay inside' } })
}

