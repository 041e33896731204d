import { type Charge, type ChargeFacts, chargeSheet, flatCharge } from '../charge/charge'
import { type FuelTable, fuelSurcharge } from '../fuel/fuel'
import { type DatedRate, fromDesk, toDesk } from '../money/exchange'
import { type Currency, percentOf, roundHalfAway } from '../money/money'
import { type MarginRule, sellFor } from './margin-rule'

/** How a customer is priced. */
export interface PricingTerms {
  /** What the quote is written in, and the dated rate from it into the desk's; null for the desk's own. */
  currency: Currency
  by: DatedRate | null
  /** Its floor and cap are in the desk's currency. */
  rule: MarginRule
  /** Null where the customer pays one price, fuel in it. */
  fuel: { table: FuelTable; dieselE3: number } | null
}

/** What a line asks, split as the customer pays it, in the quote's currency. */
export interface LinePrice {
  /** Line haul, fuel surcharge where the customer has a table, and the extras: what a won load is sold with. */
  charges: Charge[]
  lineHaulMinor: number
  fuelMinor: number
  extrasMinor: number
  sellMinor: number
  /** Over the likely cost, before extras, in the desk's currency; null where no cost is known. */
  marginMinor: number | null
  marginPercent: number | null
}

/**
 * The price of a line. Its cost is all in, fuel and all; the margin goes on that. Where the customer pays fuel by a table,
 * the surcharge of today's diesel is taken out of the line haul, so that the sum stays what it was; as diesel moves, the
 * surcharge does. Extras come on top as they are. Null where there is neither a cost nor a price of one's own.
 */
export function priceLine(
  { costMinor, ownPriceMinor, extras, facts }: LineToPrice,
  { currency, by, rule, fuel }: PricingTerms,
): LinePrice | null {
  const allInMinor = ownPriceMinor ?? (costMinor === null ? null : sellFor(fromDesk(costMinor, by), ruleIn(rule, by)))
  if (allInMinor === null) return null
  const surcharge = fuel && surchargeIn(fuelSurcharge(fuel.table, fuel.dieselE3), currency, by)
  const charges = [
    flatCharge('line_haul', lineHaulUnder(allInMinor, surcharge, facts), currency),
    ...(surcharge ? [surcharge] : []),
    ...extras,
  ]
  const { lines, totalMinor } = chargeSheet(charges, facts)
  const sumOf = (kinds: (charge: Charge) => boolean) =>
    lines.filter(({ charge }) => kinds(charge)).reduce((sum, line) => sum + line.amountMinor, 0)
  const [lineHaulMinor, fuelMinor] = [
    sumOf(({ kind }) => kind === 'line_haul'),
    sumOf(({ kind }) => kind === 'fuel_surcharge'),
  ]
  const soldMinor = toDesk(lineHaulMinor + fuelMinor, by)
  const marginMinor = costMinor === null ? null : soldMinor - costMinor
  return {
    charges,
    lineHaulMinor,
    fuelMinor,
    extrasMinor: totalMinor - lineHaulMinor - fuelMinor,
    sellMinor: totalMinor,
    marginMinor,
    marginPercent: marginMinor === null ? null : percentOf(marginMinor, soldMinor),
  }
}

const ruleIn = (rule: MarginRule, by: DatedRate | null): MarginRule => ({
  ...rule,
  floorMinor: rule.floorMinor === null ? null : fromDesk(rule.floorMinor, by),
  capMinor: rule.capMinor === null ? null : fromDesk(rule.capMinor, by),
})

/** A surcharge by the mile is dollars of the index, and is turned; one by percent is the same in every currency. */
const surchargeIn = (surcharge: Charge | null, currency: Currency, by: DatedRate | null): Charge | null =>
  surcharge && {
    ...surcharge,
    currency,
    rateE4: surcharge.basis === 'per_mile' ? fromDesk(surcharge.rateE4, by) : surcharge.rateE4,
  }

export interface LineToPrice {
  /** What a carrier is likely to be paid, all in, in the desk's currency: the middle of the rate picture. */
  costMinor: number | null
  /** In the quote's currency, as the extras are. */
  ownPriceMinor: number | null
  extras: Charge[]
  facts: ChargeFacts
}

/** What is left for the line haul once the surcharge is taken out, to the cent; a surcharge over the whole price leaves nothing. */
function lineHaulUnder(allInMinor: number, surcharge: Charge | null, { miles }: ChargeFacts): number {
  if (!surcharge) return allInMinor
  const left =
    surcharge.basis === 'per_mile'
      ? allInMinor - roundHalfAway((surcharge.rateE4 / 100) * miles)
      : roundHalfAway(allInMinor / (1 + surcharge.rateE4 / 1_000_000))
  return Math.max(0, left)
}
