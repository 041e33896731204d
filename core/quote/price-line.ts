import { type Charge, type ChargeFacts, chargeSheet, flatCharge } from '../charge/charge'
import { type FuelTable, fuelSurcharge } from '../fuel/fuel'
import { percentOf, roundHalfAway } from '../money/money'
import { type MarginRule, sellFor } from './margin-rule'

/** How a customer is priced. */
export interface PricingTerms {
  rule: MarginRule
  /** Null where the customer pays one price, fuel in it. */
  fuel: { table: FuelTable; dieselE3: number } | null
}

/** What a line asks, split as the customer pays it. */
export interface LinePrice {
  /** Line haul, fuel surcharge where the customer has a table, and the extras: what a won load is sold with. */
  charges: Charge[]
  lineHaulMinor: number
  fuelMinor: number
  extrasMinor: number
  sellMinor: number
  /** Over the likely cost, before extras; null where no cost is known. */
  marginMinor: number | null
  marginPercent: number | null
}

/**
 * The price of a line. Its cost is all in, fuel and all; the margin goes on that. Where the customer pays fuel by a table,
 * the surcharge of today's diesel is taken out of the line haul, so that the sum stays what it was; as diesel moves, the
 * surcharge does. Extras come on top as they are. Null where there is neither a cost nor a price of one's own.
 */
export function priceLine({ costMinor, ownPriceMinor, extras, facts }: LineToPrice, { rule, fuel }: PricingTerms): LinePrice | null {
  const allInMinor = ownPriceMinor ?? (costMinor === null ? null : sellFor(costMinor, rule))
  if (allInMinor === null) return null
  const surcharge = fuel && fuelSurcharge(fuel.table, fuel.dieselE3)
  const charges = [flatCharge('line_haul', lineHaulUnder(allInMinor, surcharge, facts)), ...(surcharge ? [surcharge] : []), ...extras]
  const { lines, totalMinor } = chargeSheet(charges, facts)
  const sumOf = (kinds: (charge: Charge) => boolean) => lines.filter(({ charge }) => kinds(charge)).reduce((sum, line) => sum + line.amountMinor, 0)
  const [lineHaulMinor, fuelMinor] = [sumOf(({ kind }) => kind === 'line_haul'), sumOf(({ kind }) => kind === 'fuel_surcharge')]
  const marginMinor = costMinor === null ? null : lineHaulMinor + fuelMinor - costMinor
  return { charges, lineHaulMinor, fuelMinor, extrasMinor: totalMinor - lineHaulMinor - fuelMinor, sellMinor: totalMinor, marginMinor, marginPercent: marginMinor === null ? null : percentOf(marginMinor, lineHaulMinor + fuelMinor) }
}

export interface LineToPrice {
  /** What a carrier is likely to be paid, all in: the middle of the rate picture. */
  costMinor: number | null
  ownPriceMinor: number | null
  extras: Charge[]
  facts: ChargeFacts
}

/** What is left for the line haul once the surcharge is taken out, to the cent; a surcharge over the whole price leaves nothing. */
function lineHaulUnder(allInMinor: number, surcharge: Charge | null, { miles }: ChargeFacts): number {
  if (!surcharge) return allInMinor
  const left = surcharge.basis === 'per_mile' ? allInMinor - roundHalfAway((surcharge.rateE4 / 100) * miles) : roundHalfAway(allInMinor / (1 + surcharge.rateE4 / 1_000_000))
  return Math.max(0, left)
}
