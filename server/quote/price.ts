import { eq } from 'drizzle-orm'
import type { Charge } from '#core/charge/charge'
import type { DieselPrice, FuelTable } from '#core/fuel/fuel'
import type { DatedRate, NoRate } from '#core/money/exchange'
import type { Currency } from '#core/money/money'
import type { Place } from '#core/place/place'
import type { Resolved } from '#core/place/resolve'
import { type PricingTerms, priceLine } from '#core/quote/price-line'
import type { CellName, Cells, LineFields, LineProblem } from '#core/quote/quote'
import { readLine } from '#core/quote/read-line'
import type { RateBand } from '#core/rates/rates'
import { addDays, dayOf, daysBetween, toInstant, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { latestDiesel } from '#server/fuel/fuel'
import { legBetween } from '#server/miles/route'
import { rateNow } from '#server/money/exchange'
import { officeOf } from '#server/office/office'
import { placeResolver } from '#server/place/resolver'
import { bandColumns, findRateBand } from '#server/rates/band'
import { rateModelState } from '#server/rates/model'
import { customer, fuelTable, type quoteLine } from '#server/schema'

/** How a customer's quotes are priced, and what it takes to tell them. */
export interface Pricing {
  terms: Omit<PricingTerms, 'currency' | 'by'>
  /** Whether the margin rule is the customer's own. */
  ownRule: boolean
  table: (FuelTable & { id: number }) | null
  diesel: DieselPrice | null
  showMiles: boolean
}

/** How a customer’s quotes are priced; a customer that is not there is a fault of the caller. */
export function pricingOf(db: Db, customerId: number): Pricing {
  const row = db.select().from(customer).where(eq(customer.id, customerId)).get()
  if (!row) throw new Error(`There is no customer ${customerId} to price for`)
  const table =
    row.fuelTableId === null
      ? null
      : (db.select().from(fuelTable).where(eq(fuelTable.id, row.fuelTableId)).get() ?? null)
  const diesel = latestDiesel(db)
  const ownRule = row.marginPercentE2 !== null
  return {
    ownRule,
    table,
    diesel,
    showMiles: row.showMiles,
    terms: {
      rule: ownRule
        ? { percentE2: row.marginPercentE2!, floorMinor: row.marginFloorMinor, capMinor: row.marginCapMinor }
        : officeOf(db).pricing.margin,
      fuel: table && diesel ? { table, dieselE3: diesel.priceE3 } : null,
    },
  }
}

export interface PriceContext {
  db: Db
  now: number
  today: string
  currency: Currency
  /** The rate of today from the quote's currency into the desk's. */
  rate: { by: DatedRate | null } | NoRate
  pricing: Pricing
  /** The last day the quote stands: a price for any day has to hold until then. */
  validUntil: string
  place: (text: string) => Resolved
}

/** What pricing many lines of one quote needs, read once. */
export function priceContext(
  db: Db,
  { customerId, validUntil, currency }: { customerId: number; validUntil: string; currency: Currency },
  now: number,
): PriceContext {
  return {
    db,
    now,
    today: dayOf(toLocal(now, officeOf(db).zone)),
    currency,
    rate: rateNow(db, currency, now),
    pricing: pricingOf(db, customerId),
    validUntil,
    place: placeResolver(),
  }
}

export type LineColumns = Omit<
  typeof quoteLine.$inferInsert,
  'id' | 'quoteId' | 'position' | 'state' | 'decidedAt' | 'lostWhy' | 'lostToMinor'
>

/** A line's columns from its cells: read, driven, priced. What cannot be read stays in its cells with the reason beside it. */
export function columnsOf(cells: Cells, context: PriceContext): LineColumns {
  const { fields, problems } = readLine(cells, context)
  const { origin, dest, equipment } = fields
  const bare = bareColumns(cells, fields, problems)
  if (!origin || !dest || !equipment) return bare
  const leg = legBetween(origin, dest)
  const band = bandOver({ ...fields, origin, dest, equipment }, leg.miles, context)
  const driven = { ...bare, miles: leg.miles, ...bandColumns(band) }
  // A price is not asked on what is half read: the bad cell may be the very one that changes it.
  if (problems.length > 0) return driven
  if (!leg.byRoad) return withProblem(driven, 'dest', `No road leads from ${origin.city} to ${dest.city}`)
  const { rate, currency, pricing } = context
  if ('refusal' in rate) return withProblem(driven, 'price', rate.refusal.message)
  const price = priceLine(
    {
      costMinor: band?.middleMinor ?? null,
      ownPriceMinor: fields.ownPriceMinor,
      extras: fields.extras,
      facts: { miles: leg.miles, weightLb: fields.weightLb },
    },
    { ...pricing.terms, currency, by: rate.by },
  )
  if (!price) return withProblem(driven, 'price', unknownCostWords())
  const { charges, lineHaulMinor, fuelMinor, sellMinor } = price
  const rateColumns = { rateE6: rate.by?.rateE6 ?? null, rateDay: rate.by?.day ?? null }
  return { ...driven, charges, lineHaulMinor, fuelMinor, sellMinor, ...rateColumns, pricedAt: context.now }
}

/** A line's columns before it is driven and priced. */
function bareColumns(
  cells: Cells,
  { origin, dest, extras, ...fields }: LineFields,
  problems: LineProblem[],
): LineColumns {
  return {
    cells,
    problems,
    ...endColumns('origin', origin),
    ...endColumns('dest', dest),
    ...fields,
    miles: null,
    charges: extras,
    lineHaulMinor: null,
    fuelMinor: null,
    sellMinor: null,
    rateE6: null,
    rateDay: null,
    pricedAt: null,
    ...bandColumns(null),
  }
}

const withProblem = (columns: LineColumns, cell: CellName, message: string): LineColumns => ({
  ...columns,
  problems: [{ cell, message, candidates: [] }],
})

function unknownCostWords(): string {
  const { state } = rateModelState()
  return state === 'fitting' || state === 'none'
    ? 'Our past prices are still being read: reprice it in a moment, or type a price'
    : 'Nothing is known of what this costs: type a price'
}

function endColumns(end: 'origin' | 'dest', place: Place | null) {
  const columns = {
    City: place?.city ?? '',
    Region: place?.region ?? '',
    Postal: place?.postal ?? '',
    Lat: place?.lat ?? null,
    Lon: place?.lon ?? null,
  }
  return Object.fromEntries(Object.entries(columns).map(([name, value]) => [`${end}${name}`, value])) as Record<
    `${typeof end}City` | `${typeof end}Region` | `${typeof end}Postal`,
    string
  > &
    Record<`${typeof end}Lat` | `${typeof end}Lon`, number | null>
}

type Lane = LineFields & { origin: Place; dest: Place; equipment: NonNullable<LineFields['equipment']> }

/** A price that stands longer than this is asked for through the months it stands. */
const longDays = 45
const everyDays = 30
const usualLeadHours = 48

/** The rate band on the pickup day, or, for any day of a long validity, the mean of the months it stands. */
function bandOver(lane: Lane, miles: number, { db, now, today, validUntil }: PriceContext): RateBand | null {
  const query = {
    equipment: lane.equipment,
    miles,
    weightLb: lane.weightLb,
    originPostal: lane.origin.postal,
    destPostal: lane.dest.postal,
    originLat: lane.origin.lat,
    originLon: lane.origin.lon,
    destLat: lane.dest.lat,
    destLon: lane.dest.lon,
  }
  const on = (day: string, leadHours: number | null) =>
    findRateBand(db, { ...query, pickupAt: toInstant(`${day}T09:00`, lane.origin.zone), leadHours }, now)
  if (lane.pickupFrom && lane.pickupTo) return on(lane.pickupFrom, null)
  const days = daysBetween(today, validUntil)
  if (days < longDays) return findRateBand(db, query, now)
  const asked = Array.from({ length: Math.floor(days / everyDays) + 1 }, (_, month) =>
    on(addDays(today, month * everyDays + 1), usualLeadHours),
  ).filter((band) => band !== null)
  const first = asked[0]
  if (!first) return null
  const mean = (pick: (band: RateBand) => number) =>
    Math.round(asked.reduce((sum, band) => sum + pick(band), 0) / asked.length / 500) * 500
  return {
    ...first,
    lowMinor: mean((band) => band.lowMinor),
    middleMinor: mean((band) => band.middleMinor),
    highMinor: mean((band) => band.highMinor),
  }
}

/** The charges of a line that are not line haul or fuel. */
export const extrasOf = (charges: Charge[]): Charge[] =>
  charges.filter(({ kind }) => kind !== 'line_haul' && kind !== 'fuel_surcharge')
