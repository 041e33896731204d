import { and, eq } from 'drizzle-orm'
import { may, type Role } from '#core/access/access'
import { type Charge, type ChargeFacts, chargeSheet, oneCurrency } from '#core/charge/charge'
import { termChanges } from '#core/confirmation/terms'
import { refused } from '#core/decision/refusal'
import type { AgreedPrice, LoadCommand, PriceLeave } from '#core/load/command'
import { saveRefusals } from '#core/load/save-refusals'
import { currentTerms } from '#server/confirmation/issue'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Outcome, Refused } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { writeBuyCharges, writePay } from '#server/load/record'
import { convertNow } from '#server/money/exchange'
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

const mixed = refused(saveRefusals, 'mixed_currencies')

/** Awards a load to an open offer at the pay agreed line by line; the gate is asked in the same transaction. */
export function awardLoad(db: Db, loadId: number, request: AwardRequest, act: Act): Outcome {
  const { offerId, buyCharges } = request
  if (!oneCurrency(buyCharges)) return mixed
  const command = (): LoadCommand | Refused => {
    const row = db.select().from(load).where(eq(load.id, loadId)).get()!
    const offered = db
      .select({ carrierId: offer.carrierId })
      .from(offer)
      .where(and(eq(offer.id, offerId), eq(offer.loadId, loadId)))
      .get()
    const pay = agreedPay(db, buyCharges, row, act.now)
    if ('refusal' in pay) return pay
    const gate = askGate(db, row, offered?.carrierId ?? null, request, act.now)
    return { kind: 'award', offerId, buyCharges, ...pay, price: priceLeave(request), gate }
  }
  return carryOut(db, loadId, command, act)
}

const priceLeave = ({ priceReason, role }: Pick<AwardRequest, 'priceReason' | 'role'>): PriceLeave => ({
  reason: priceReason ?? null,
  mayExceed: may(role, 'exceed_max'),
})

/** What charges come to in the desk's currency, and in their own with the dated rate; refused where there is none, or an advance has no day. */
function agreedPay(
  db: Db,
  charges: Charge[],
  facts: ChargeFacts,
  now: number,
): { payMinor: number; agreed: AgreedPrice } | Refused {
  if (charges.some((each) => each.kind === 'advance' && each.day === null))
    return refused(saveRefusals, 'advance_without_day')
  const sheet = chargeSheet(charges, facts)
  const converted = convertNow(db, { amountMinor: sheet.totalMinor, currency: sheet.currency }, now)
  if ('refusal' in converted) return converted
  return {
    payMinor: converted.amountMinor,
    agreed: {
      amountMinor: sheet.totalMinor,
      currency: sheet.currency,
      rateE6: converted.by?.rateE6 ?? null,
      rateDay: converted.by?.day ?? null,
    },
  }
}

/** Changes the agreed pay after the award: a new version of the confirmation, to be accepted again. The ceiling of an award holds here too. */
export function changePay(
  db: Db,
  loadId: number,
  request: Pick<AwardRequest, 'buyCharges' | 'priceReason' | 'role'>,
  act: Act,
): Outcome {
  const { buyCharges } = request
  if (!oneCurrency(buyCharges)) return mixed
  const command = (): LoadCommand | Refused => {
    const row = db.select().from(load).where(eq(load.id, loadId)).get()!
    const before = currentTerms(db, loadId)
    if (!before) return refused(saveRefusals, 'no_award')
    const paid = agreedPay(db, buyCharges, row, act.now)
    if ('refusal' in paid) return paid
    if (paid.payMinor <= 0) return refused(saveRefusals, 'nothing_agreed')
    // Written before it is decided, so that both versions of the terms can be compared; a refusal takes it back.
    writeBuyCharges(db, loadId, buyCharges)
    writePay(db, loadId, paid)
    const after = currentTerms(db, loadId)
    const changes = after ? termChanges(before, after) : []
    const pay = { payMinor: paid.payMinor, price: priceLeave(request) }
    return { kind: 'revise', changes, carrierSeesIt: true, pay }
  }
  return carryOut(db, loadId, command, act)
}
