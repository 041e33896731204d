import { and, eq } from 'drizzle-orm'
import { may, type Role } from '#core/access/access'
import { type Charge, type ChargeFacts, chargeSheet, oneCurrency } from '#core/charge/charge'
import { termChanges } from '#core/confirmation/terms'
import type { AgreedPrice } from '#core/load/command'
import { decide } from '#core/load/decide'
import { currentTerms } from '#server/confirmation/issue'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import { noSuchLoad, type Outcome } from '#server/load/commands'
import { findLoadFacts } from '#server/load/facts'
import { record, writeBuyCharges, writePay } from '#server/load/record'
import type { Act } from '#server/log/act'
import { reckonNow } from '#server/money/exchange'
import { load, offer } from '#server/schema'
import { askGate } from '#server/vetting/gate'

export interface AwardRequest {
  offerId: number
  buyCharges: Charge[]
  /** The reason for going past a gate that stops, where somebody allowed to gives one. */
  override: string | null
  /** The reason for a price above max, at a loss, or that looks mistyped. */
  priceReason?: string | null
  role: Role
}

type AwardOutcome =
  | Outcome
  | { refusal: { code: 'mixed_currencies' | 'no_exchange_rate' | 'advance_without_day'; message: string } }

const mixed = { refusal: { code: 'mixed_currencies' as const, message: 'All charges of a side are in one currency.' } }

/** Awards a load to an open offer at the pay agreed line by line; the gate is asked in the same transaction. */
export function awardLoad(db: Db, loadId: number, request: AwardRequest, act: Act): AwardOutcome {
  if (!oneCurrency(request.buyCharges)) return mixed
  const outcome = inTransaction(db, (): AwardOutcome => {
    const facts = findLoadFacts(db, loadId)
    const row = db.select().from(load).where(eq(load.id, loadId)).get()
    if (!facts || !row) return noSuchLoad
    const offered = db
      .select({ carrierId: offer.carrierId })
      .from(offer)
      .where(and(eq(offer.id, request.offerId), eq(offer.loadId, loadId)))
      .get()
    const gate = askGate(db, row, offered ?? null, request, act.now)
    const pay = agreedPay(db, request.buyCharges, row, act.now)
    if ('refusal' in pay) return pay
    const price = { reason: request.priceReason ?? null, mayExceed: may(request.role, 'exceed_max') }
    const decision = decide(
      facts,
      { kind: 'award', offerId: request.offerId, buyCharges: request.buyCharges, ...pay, price, gate },
      act.now,
    )
    if ('refusal' in decision) return decision
    record(db, loadId, decision.events, { ...act, practice: facts.practice })
    return { done: true }
  })
  if ('done' in outcome) announce()
  return outcome
}

/** What charges come to in the desk's currency, and in their own with the dated rate; refused where there is none, or an advance has no day. */
function agreedPay(
  db: Db,
  charges: Charge[],
  facts: ChargeFacts,
  now: number,
):
  | { payMinor: number; agreed: AgreedPrice }
  | { refusal: { code: 'no_exchange_rate' | 'advance_without_day'; message: string } } {
  if (charges.some((each) => each.kind === 'advance' && each.paidOn === null))
    return { refusal: { code: 'advance_without_day', message: 'An advance is a payment: give the day it was paid.' } }
  const sheet = chargeSheet(charges, facts)
  const reckoned = reckonNow(db, { amountMinor: sheet.totalMinor, currency: sheet.currency }, now)
  if ('refusal' in reckoned) return reckoned
  return {
    payMinor: reckoned.amountMinor,
    agreed: {
      amountMinor: sheet.totalMinor,
      currency: sheet.currency,
      rateE6: reckoned.by?.rateE6 ?? null,
      rateDay: reckoned.by?.day ?? null,
    },
  }
}

/** Changes the agreed pay after the award: a new version of the confirmation, to be accepted again. The ceiling of an award holds here too. */
export function changePay(
  db: Db,
  loadId: number,
  request: Pick<AwardRequest, 'buyCharges' | 'priceReason' | 'role'>,
  act: Act,
): AwardOutcome {
  const { buyCharges } = request
  if (!oneCurrency(buyCharges)) return mixed
  const outcome = inTransaction(db, (): AwardOutcome => {
    const facts = findLoadFacts(db, loadId)
    const row = db.select().from(load).where(eq(load.id, loadId)).get()
    const before = currentTerms(db, loadId)
    if (!facts || !row) return noSuchLoad
    if (!before) return { refusal: { code: 'no_award', message: 'There is no award whose pay could change.' } }
    const paid = agreedPay(db, buyCharges, row, act.now)
    if ('refusal' in paid) return paid
    if (paid.payMinor <= 0)
      return { refusal: { code: 'nothing_agreed', message: 'The agreed pay comes to nothing: give the line haul.' } }
    const pay = {
      payMinor: paid.payMinor,
      price: { reason: request.priceReason ?? null, mayExceed: may(request.role, 'exceed_max') },
    }
    // Asked before anything is written, so that a refusal leaves nothing behind.
    const asked = decide(
      facts,
      { kind: 'revise', changes: [{ field: 'Pay', from: '', to: '' }], carrierSeesIt: true, pay },
      act.now,
    )
    if ('refusal' in asked) return asked
    writeBuyCharges(db, loadId, buyCharges)
    writePay(db, loadId, paid)
    const after = currentTerms(db, loadId)
    const changes = after ? termChanges(before, after) : []
    const decision = decide(facts, { kind: 'revise', changes, carrierSeesIt: true, pay }, act.now)
    if ('refusal' in decision) throw new Error(`Refused after it was allowed: ${decision.refusal.message}`)
    record(db, loadId, decision.events, { ...act, practice: facts.practice })
    return { done: true }
  })
  if ('done' in outcome) announce()
  return outcome
}
