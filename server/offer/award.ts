import { and, eq } from 'drizzle-orm'
import type { Role } from '#core/access/access'
import { type Charge, chargeSheet, oneCurrency } from '#core/charge/charge'
import { termChanges } from '#core/confirmation/terms'
import { decide } from '#core/load/decide'
import { currentTerms } from '#server/confirmation/issue'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import { noSuchLoad, type Outcome } from '#server/load/commands'
import { findLoadFacts } from '#server/load/facts'
import { record, writeBuyCharges } from '#server/load/record'
import type { Act } from '#server/log/act'
import { load, offer } from '#server/schema'
import { askGate } from '#server/vetting/gate'

export interface AwardRequest {
  offerId: number
  buyCharges: Charge[]
  /** The reason for going past a gate that stops, where somebody allowed to gives one. */
  override: string | null
  role: Role
}

type AwardOutcome = Outcome | { refusal: { code: 'mixed_currencies'; message: string } }

const mixed = { refusal: { code: 'mixed_currencies' as const, message: 'All charges of a side are in one currency.' } }

/** Awards a load to an open offer at the pay agreed line by line; the gate is asked in the same transaction. */
export function awardLoad(db: Db, loadId: number, request: AwardRequest, act: Act): AwardOutcome {
  if (!oneCurrency(request.buyCharges)) return mixed
  const outcome = inTransaction(db, (): AwardOutcome => {
    const facts = findLoadFacts(db, loadId)
    const row = db.select().from(load).where(eq(load.id, loadId)).get()
    if (!facts || !row) return noSuchLoad
    const offered = db.select({ carrierId: offer.carrierId }).from(offer).where(and(eq(offer.id, request.offerId), eq(offer.loadId, loadId))).get()
    const gate = askGate(db, row, offered ?? null, request, act.now)
    const payMinor = chargeSheet(request.buyCharges, row).totalMinor
    const decision = decide(facts, { kind: 'award', offerId: request.offerId, buyCharges: request.buyCharges, payMinor, gate }, act.now)
    if ('refusal' in decision) return decision
    record(db, loadId, decision.events, { ...act, practice: facts.practice })
    return { done: true }
  })
  if ('done' in outcome) announce()
  return outcome
}

/** Changes the agreed pay after the award: a new version of the confirmation, to be accepted again. */
export function changePay(db: Db, loadId: number, buyCharges: Charge[], act: Act): AwardOutcome {
  if (!oneCurrency(buyCharges)) return mixed
  const outcome = inTransaction(db, (): AwardOutcome => {
    const facts = findLoadFacts(db, loadId)
    const row = db.select().from(load).where(eq(load.id, loadId)).get()
    const before = currentTerms(db, loadId)
    if (!facts || !row) return noSuchLoad
    if (!before) return { refusal: { code: 'no_award', message: 'There is no award whose pay could change.' } }
    const payMinor = chargeSheet(buyCharges, row).totalMinor
    if (payMinor <= 0) return { refusal: { code: 'nothing_agreed', message: 'The agreed pay comes to nothing: give the line haul.' } }
    // Asked before anything is written, so that a refusal leaves nothing behind.
    const asked = decide(facts, { kind: 'revise', changes: [{ field: 'Pay', from: '', to: '' }], carrierSeesIt: true }, act.now)
    if ('refusal' in asked) return asked
    writeBuyCharges(db, loadId, buyCharges)
    db.update(load).set({ payMinor }).where(eq(load.id, loadId)).run()
    const after = currentTerms(db, loadId)
    const changes = after ? termChanges(before, after) : []
    const decision = decide(facts, { kind: 'revise', changes, carrierSeesIt: true }, act.now)
    if ('refusal' in decision) throw new Error(`Refused after it was allowed: ${decision.refusal.message}`)
    record(db, loadId, decision.events, { ...act, practice: facts.practice })
    return { done: true }
  })
  if ('done' in outcome) announce()
  return outcome
}
