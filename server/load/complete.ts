import { eq, inArray } from 'drizzle-orm'
import { chargeSheet } from '#core/charge/charge'
import { refused } from '#core/decision/refusal'
import { checkLoad } from '#core/load/checks'
import type { LoadTerms } from '#core/load/load'
import type { Problem } from '#core/load/problem'
import { saveRefusals } from '#core/load/save-refusals'
import { convertToDesk, deskCurrency } from '#core/money/exchange'
import { deskMargins } from '#core/office/office'
import { cellOf } from '#core/place/place'
import { proposeLimits } from '#core/rates/limits'
import type { RateBand } from '#core/rates/rates'
import { toInstant } from '#core/time/local'
import type { Db } from '#server/db.server'
import type { Refused } from '#server/kernel/run'
import { routeOver } from '#server/miles/route'
import { deskDay, ratesAround } from '#server/money/exchange'
import { officeOf } from '#server/office/office'
import { bandColumns, findRateBand } from '#server/rates/band'
import { charge, customer, facility, type load, loadLink, note, reference, repShare, stop, user } from '#server/schema'

export interface SaveRequest {
  terms: LoadTerms
  /** Whether the load is opened for cover at once, or kept as a draft. */
  open: boolean
  /** Codes of the cautions the rep has seen and meant. */
  acknowledged: string[]
  copiedFrom: string | null
  /** A number of its own; without one it gets the next of ours, or keeps what it has. */
  number?: string | null
  /** The version that the change began from: another one in between is reported, not overwritten. */
  version?: number | null
  /** The line of the quote it was sold by, where it was. */
  quote?: { lineId: number; number: string; position: number }
}

export type SaveOutcome = { loadId: number } | { problems: Problem[] } | Refused

export interface Whole {
  columns: Omit<typeof load.$inferInsert, 'number' | 'state' | 'createdAt' | 'repId'>
  limits: { targetPayMinor: number | null; maxPayMinor: number | null }
  problems: Problem[]
}

/** Everything the load's terms imply: its lane, miles, instants, sell total, rate band and problems. */
export function complete(
  db: Db,
  terms: LoadTerms,
  now: number,
): Whole | { missing: { code: string; message: string } } {
  const payer = db
    .select({ billingMail: customer.billingMail })
    .from(customer)
    .where(eq(customer.id, terms.payerId ?? terms.customerId))
    .get()
  const strangers = strangersIn(db, terms)
  if (strangers) return { missing: strangers }
  if (!payer) return { missing: refused(saveRefusals, 'no_such_customer').refusal }
  const places = placesOf(db, terms)
  const origin = places[0]
  const dest = places.at(-1)
  if (!origin || !dest || places.length !== terms.stops.length)
    return { missing: refused(saveRefusals, 'no_such_facility').refusal }
  const route = routeOver(places)
  const lane = laneOf(origin, dest)
  const { equipment, weightLb } = terms
  const { pickupAt } = pickupAndDelivery(places)
  const band = findRateBand(db, { ...lane, equipment, miles: route.miles, weightLb, pickupAt }, now)
  const charges = { miles: route.miles, weightLb: terms.weightLb }
  const sheet = chargeSheet(terms.sellCharges, charges)
  const today = deskDay(db, now)
  const rates = sheet.currency === deskCurrency ? [] : ratesAround(db, today)
  const sold = convertToDesk({ amountMinor: sheet.totalMinor, currency: sheet.currency }, rates, today)
  // Without a rate nothing is compared or added: the load stays a draft and says so.
  const sell = 'refusal' in sold ? { amountMinor: 0, by: null } : sold
  const { stops: _s, references: _r, notes: _n, links: _l, repShares: _p, sellCharges, ...own } = terms
  return {
    columns: {
      ...own,
      ...lane,
      ...bandColumns(band),
      miles: route.miles,
      hours: route.hours,
      sellMinor: sell.amountMinor,
      soldMinor: sheet.totalMinor,
      currency: sheet.currency,
      sellRateE6: sell.by?.rateE6 ?? null,
      sellRateDay: sell.by?.day ?? null,
      ...pickupAndDelivery(places),
    },
    limits: proposeLimits(band, sell.amountMinor, deskMargins(officeOf(db))) ?? {
      targetPayMinor: null,
      maxPayMinor: null,
    },
    problems: checkLoad(
      { ...own, stops: places, handled: terms.stops, freight: own, legs: route.legs, sellCharges, charges },
      { now, hasPayer: Boolean(payer.billingMail), band: band as RateBand | null, rates, today },
    ),
  }
}

/** What is wrong where the terms name a customer or a person that we do not have; null where nothing is. */
function strangersIn(db: Db, { customerId, dispatcherId, repShares }: LoadTerms) {
  if (!db.select({ id: customer.id }).from(customer).where(eq(customer.id, customerId)).get())
    return refused(saveRefusals, 'no_such_customer').refusal
  const named = new Set([...repShares.map(({ userId }) => userId), ...(dispatcherId === null ? [] : [dispatcherId])])
  if (named.size === 0) return null
  const known = db
    .select({ id: user.id })
    .from(user)
    .where(inArray(user.id, [...named]))
    .all()
  return known.length === named.size ? null : refused(saveRefusals, 'no_such_person').refusal
}

/** The stops with the facilities they are at; one that is at no facility of ours is left out. */
function placesOf(db: Db, terms: LoadTerms) {
  const ids = terms.stops.map((each) => each.facilityId)
  const found = db.select().from(facility).where(inArray(facility.id, ids)).all()
  const byId = new Map(found.map((each) => [each.id, each]))
  return terms.stops.flatMap((each) => {
    const at = byId.get(each.facilityId)
    return at ? [{ ...at, ...each }] : []
  })
}

type Place = ReturnType<typeof placesOf>[number]

const laneOf = (origin: Place, dest: Place) => ({
  originCity: origin.city,
  originRegion: origin.region,
  originPostal: origin.postal,
  originLat: origin.lat,
  originLon: origin.lon,
  originZone: origin.zone,
  originCell: cellOf(origin),
  destCity: dest.city,
  destRegion: dest.region,
  destPostal: dest.postal,
  destLat: dest.lat,
  destLon: dest.lon,
  destZone: dest.zone,
  destCell: cellOf(dest),
})

function pickupAndDelivery(places: { earliestLocal: string; latestLocal: string | null; zone: string }[]) {
  const first = places[0]!
  const last = places.at(-1)!
  return {
    pickupAt: toInstant(first.earliestLocal, first.zone),
    pickupBy: toInstant(first.latestLocal ?? first.earliestLocal, first.zone),
    deliverBy: toInstant(last.latestLocal ?? last.earliestLocal, last.zone),
  }
}

/** Writes what a load has several of: stops, references, notes, links, shares and sell charges. */
export function writeParts(db: Db, loadId: number, terms: LoadTerms): void {
  db.insert(stop)
    .values(terms.stops.map(({ references: _, ...each }, index) => ({ ...each, loadId, sequence: index + 1 })))
    .run()
  const ofStops = terms.stops.flatMap(({ references }, index) =>
    references.map((each) => ({ ...each, loadId, stopSequence: index + 1 })),
  )
  const references = [...terms.references.map((each) => ({ ...each, loadId })), ...ofStops]
  if (references.length > 0) db.insert(reference).values(references).run()
  if (terms.repShares.length > 0)
    db.insert(repShare)
      .values(terms.repShares.map((each) => ({ ...each, loadId })))
      .run()
  if (terms.links.length > 0)
    db.insert(loadLink)
      .values(terms.links.map((each) => ({ ...each, loadId })))
      .run()
  if (terms.notes.length > 0)
    db.insert(note)
      .values(terms.notes.map((each) => ({ ...each, loadId })))
      .run()
  if (terms.sellCharges.length > 0)
    db.insert(charge)
      .values(terms.sellCharges.map((each) => ({ ...each, loadId, side: 'sell' as const })))
      .run()
}

/** Names of the customers, facilities and people of ours that some terms speak of, for the log. */
export function names(db: Db, ...all: LoadTerms[]) {
  const customers = db
    .select({ id: customer.id, name: customer.name })
    .from(customer)
    .where(
      inArray(
        customer.id,
        all.flatMap(({ customerId, payerId }) => (payerId === null ? [customerId] : [customerId, payerId])),
      ),
    )
    .all()
  const facilities = db
    .select({ id: facility.id, name: facility.name, city: facility.city })
    .from(facility)
    .where(
      inArray(
        facility.id,
        all.flatMap((terms) => terms.stops.map((each) => each.facilityId)),
      ),
    )
    .all()
  const people = db.select({ id: user.id, name: user.name }).from(user).all()
  const personNames = new Map(people.map((each) => [each.id, each.name]))
  const customerNames = new Map(customers.map((each) => [each.id, each.name]))
  const facilityNames = new Map(facilities.map((each) => [each.id, `${each.name}, ${each.city}`]))
  return {
    customer: (id: number) => customerNames.get(id) ?? String(id),
    facility: (id: number) => facilityNames.get(id) ?? String(id),
    person: (id: number) => personNames.get(id) ?? String(id),
  }
}

/** The problems that still stand in the way: all stops when opening, cautions not acknowledged. */
export function standing(problems: Problem[], request: Pick<SaveRequest, 'open' | 'acknowledged'>): Problem[] {
  if (!request.open) return []
  const isOpen = ({ severity, code }: Problem) =>
    severity === 'stop' || (severity === 'caution' && !request.acknowledged.includes(code))
  return problems.some(isOpen) ? problems.filter(({ severity }) => severity !== 'note') : []
}
