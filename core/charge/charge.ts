import { z } from 'zod'
import { type Currency, currencies, percentOf, roundHalfAway } from '../money/money'
import { isDay } from '../time/local'

export const chargeKinds = [
  'line_haul',
  'fuel_surcharge',
  'stop_off',
  'lumper',
  'detention',
  'layover',
  'tarp',
  'permit',
  'truck_ordered_not_used',
  'advance',
  'other',
] as const
export type ChargeKind = (typeof chargeKinds)[number]

export const chargeBases = [
  'flat',
  'per_mile',
  'hundredweight',
  'ton',
  'bushel',
  'pallet',
  'hour',
  'percent_of_line_haul',
] as const
export type ChargeBasis = (typeof chargeBases)[number]

/** What happened on one load, and is not charged again because the next is like it. */
export const oneOffKinds: ReadonlySet<ChargeKind> = new Set([
  'advance',
  'lumper',
  'detention',
  'layover',
  'truck_ordered_not_used',
])

/** Rates carry four decimals (a mile costs 2.3550): a whole number of ten-thousandths. */
export const rateScale = 10_000
const largestRate = 1_000_000 * rateScale

export const chargeSchema = z.object({
  kind: z.enum(chargeKinds),
  basis: z.enum(chargeBases),
  rateE4: z.number('Give the rate as a figure').int().min(0).max(largestRate, 'That is over a million'),
  /** How many bushels, pallets or hours; null where the load itself says (miles, weight). */
  quantity: z.number().min(0).max(1_000_000).nullable().default(null),
  currency: z.enum(currencies).default('USD'),
  note: z.string().max(200).default(''),
  /** The day an advance or a lumper was paid, or a truck was detained; null where no day is meant. */
  day: z.string().refine(isDay, 'No such day').nullable().default(null),
})
export type Charge = z.infer<typeof chargeSchema>

/** What of the load a charge may be computed from. */
export interface ChargeFacts {
  miles: number
  weightLb: number | null
}

/** A charge of one amount, the way most line hauls are agreed. */
export function flatCharge(kind: ChargeKind, amountMinor: number, currency: Currency = 'USD'): Charge {
  return {
    kind,
    basis: 'flat',
    rateE4: amountMinor * (rateScale / 100),
    quantity: null,
    currency,
    note: '',
    day: null,
  }
}

/**
 * What one charge comes to, in minor units, rounded half away from zero. `lineHaulMinor` is the
 * sum of the line haul charges of the same side, for percentages. An advance is negative: it was paid and is no longer due.
 */
export function chargeAmount(charge: Charge, facts: ChargeFacts, lineHaulMinor: number): number {
  const rateMinor = charge.rateE4 / (rateScale / 100)
  const amount = roundHalfAway(rateMinor * quantityOf(charge, facts, lineHaulMinor))
  return charge.kind === 'advance' ? -amount : amount
}

function quantityOf(charge: Charge, facts: ChargeFacts, lineHaulMinor: number): number {
  switch (charge.basis) {
    case 'flat':
      return 1
    case 'per_mile':
      return charge.quantity ?? facts.miles
    case 'hundredweight':
      return charge.quantity ?? (facts.weightLb ?? 0) / 100
    case 'ton':
      return charge.quantity ?? (facts.weightLb ?? 0) / 2000
    case 'bushel':
    case 'pallet':
    case 'hour':
      return charge.quantity ?? 0
    case 'percent_of_line_haul':
      // The rate is percent, scaled as minor units: 12.5 percent is stored as 1250.
      return lineHaulMinor / 100 / 100
  }
}

/** Charges of one side and one currency, with what they come to. */
export interface ChargeSheet {
  lines: { charge: Charge; amountMinor: number }[]
  /** What is earned: an advance is a payment and takes nothing from it. */
  totalMinor: number
  /** What of it is paid already. */
  advancesMinor: number
  currency: Currency
}

/** Each charge with what it comes to, and their sum; all of one side and one currency. */
export function chargeSheet(charges: Charge[], facts: ChargeFacts): ChargeSheet {
  const lineHaulMinor = charges
    .filter((charge) => charge.kind === 'line_haul' && charge.basis !== 'percent_of_line_haul')
    .reduce((sum, charge) => sum + chargeAmount(charge, facts, 0), 0)
  const lines = charges.map((charge) => ({ charge, amountMinor: chargeAmount(charge, facts, lineHaulMinor) }))
  const sum = (isAdvance: boolean) =>
    lines
      .filter(({ charge }) => (charge.kind === 'advance') === isAdvance)
      .reduce((total, line) => total + line.amountMinor, 0)
  return { lines, totalMinor: sum(false), advancesMinor: Math.abs(sum(true)), currency: charges[0]?.currency ?? 'USD' }
}

/** Sell minus buy, in money and percent of sell. */
export function margin(sellMinor: number, buyMinor: number): { amountMinor: number; percent: number | null } {
  return { amountMinor: sellMinor - buyMinor, percent: percentOf(sellMinor - buyMinor, sellMinor) }
}

/** Whether all charges are in one currency: two may not be added without a dated rate. */
export function oneCurrency(charges: Charge[]): boolean {
  return new Set(charges.map((charge) => charge.currency)).size <= 1
}
