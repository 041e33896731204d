import { and, desc, eq, inArray, max, sql } from 'drizzle-orm'
import { chargeSheet } from '#core/charge/charge'
import { termChanges } from '#core/confirmation/terms'
import { loadChanges } from '#core/load/changes'
import { checkLoad, type Problem } from '#core/load/checks'
import { decide } from '#core/load/decide'
import type { LoadTerms } from '#core/load/load'
import type { Refusal } from '#core/load/refusals'
import { deskCurrency, reckon } from '#core/money/exchange'
import { cellOf } from '#core/place/place'
import { proposeLimits } from '#core/rates/limits'
import type { RateBand } from '#core/rates/rates'
import { toInstant } from '#core/time/local'
import { currentTerms } from '#server/confirmation/issue'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import { type Act, writeLog } from '#server/log/act'
import { routeOver } from '#server/miles/route'
import { deskDay, ratesAround } from '#server/money/exchange'
import { bandColumns, findRateBand } from '#server/rates/band'
import { charge, customer, facility, load, log, note, reference, stop } from '#server/schema'
import { findLoadFacts } from './facts'
import { record } from './record'
import { readTerms } from './terms'

export interface SaveRequest {
  terms: LoadTerms
  /** Whether the load is opened for cover at once, or kept as a draft. */
  open: boolean
  /** Codes of the cautions the rep has seen and meant. */
  acknowledged: string[]
  copiedFrom: string | null
  /** The version that the change began from: another one in between is told, not overwritten. */
  version?: number | null
  /** The line of the quote it was sold by, where it was. */
  quote?: { lineId: number; number: string; position: number }
}

export type SaveOutcome =
  | { loadId: number }
  | { problems: Problem[] }
  | { refusal: Refusal | { code: string; message: string } }

/** Makes a load, as a draft or opened for cover; problems come back instead, and nothing is written. */
export function createLoad(db: Db, request: SaveRequest, act: Act & { repId: number }): SaveOutcome {
  const made = inTransaction(db, (): SaveOutcome => {
    const whole = complete(db, request.terms, act.now)
    if ('missing' in whole) return { refusal: whole.missing }
    const open = standing(whole.problems, request)
    if (open.length > 0) return { problems: open }
    const row = db
      .insert(load)
      .values({
        ...whole.columns,
        ...whole.limits,
        number: nextNumber(db),
        state: 'draft',
        createdAt: act.now,
        repId: act.repId,
        quoteLineId: request.quote?.lineId ?? null,
      })
      .returning({ id: load.id })
      .get()
    writeParts(db, row.id, request.terms)
    writeLog(
      db,
      row.id,
      'load_created',
      {
        kind: 'load_created',
        copiedFrom: request.copiedFrom,
        practice: request.terms.practice,
        ...(request.quote ? { quote: `${request.quote.number}, line ${request.quote.position}` } : {}),
      },
      act,
    )
    if (request.open)
      record(db, row.id, [{ kind: 'state_changed', from: 'draft', to: 'uncovered' }], {
        ...act,
        practice: request.terms.practice,
      })
    return { loadId: row.id }
  })
  if ('loadId' in made) announce()
  return made
}

class Refused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.message)
  }
}

/** Changes a load's terms. What a carrier sees of it makes a new version of the confirmation. */
export function changeLoad(db: Db, loadId: number, request: SaveRequest, act: Act): SaveOutcome {
  try {
    const outcome = inTransaction(db, () => changeInside(db, loadId, request, act))
    if ('loadId' in outcome) announce()
    return outcome
  } catch (thrown) {
    if (thrown instanceof Refused) return { refusal: thrown.refusal }
    throw thrown
  }
}

function changeInside(db: Db, loadId: number, request: SaveRequest, act: Act): SaveOutcome {
  const facts = findLoadFacts(db, loadId)
  const before = readTerms(db, loadId)
  if (!facts || !before) return { refusal: { code: 'no_such_load', message: 'There is no such load.' } }
  const present = db.select({ version: load.version }).from(load).where(eq(load.id, loadId)).get()!
  if (request.version && request.version !== present.version)
    return {
      refusal: {
        code: 'changed_meanwhile',
        message: `${lastChange(db, loadId)} changed this load while you had it open. What you typed is still here: open the load in another tab, see what changed, and save again from there.`,
      },
    }
  if (facts.state !== 'draft' && before.practice !== request.terms.practice) {
    return {
      refusal: {
        code: 'practice_is_settled',
        message: 'Practice or not is settled once a load is opened: make another one.',
      },
    }
  }
  const whole = complete(db, request.terms, act.now)
  if ('missing' in whole) return { refusal: whole.missing }
  // A stop already behind us may stay as it is; only what is newly typed is held against the clock.
  const untouched = JSON.stringify(before.stops) === JSON.stringify(request.terms.stops)
  const problems = untouched ? whole.problems.filter((problem) => !problem.path.startsWith('stops')) : whole.problems
  const open = standing(problems, { ...request, open: request.open || facts.state !== 'draft' })
  if (open.length > 0) return { problems: open }
  const shownBefore = currentTerms(db, loadId)
  const ownLimits = facts.state === 'draft' ? whole.limits : {}
  db.update(load)
    .set({ ...whole.columns, ...ownLimits, version: sql`${load.version} + 1` })
    .where(eq(load.id, loadId))
    .run()
  for (const part of [stop, reference, note]) db.delete(part).where(eq(part.loadId, loadId)).run()
  db.delete(charge)
    .where(and(eq(charge.loadId, loadId), eq(charge.side, 'sell')))
    .run()
  writeParts(db, loadId, request.terms)
  const shownAfter = currentTerms(db, loadId)
  const changes = loadChanges(before, request.terms, names(db, before, request.terms))
  const carrierSeesIt = shownBefore !== null && shownAfter !== null && termChanges(shownBefore, shownAfter).length > 0
  const decision = decide(facts, { kind: 'revise', changes, carrierSeesIt }, act.now)
  if ('refusal' in decision) throw new Refused(decision.refusal)
  record(db, loadId, decision.events, { ...act, practice: facts.practice })
  if (request.open && facts.state === 'draft')
    record(db, loadId, [{ kind: 'state_changed', from: 'draft', to: 'uncovered' }], {
      ...act,
      practice: request.terms.practice,
    })
  return { loadId }
}

/** Who changed a load's terms last. */
function lastChange(db: Db, loadId: number): string {
  return (
    db
      .select({ name: log.actorName })
      .from(log)
      .where(and(eq(log.loadId, loadId), eq(log.kind, 'terms_changed')))
      .orderBy(desc(log.id))
      .limit(1)
      .get()?.name ?? 'Somebody'
  )
}

/** The problems that still stand in the way: all stops when opening, cautions not acknowledged. */
function standing(problems: Problem[], request: Pick<SaveRequest, 'open' | 'acknowledged'>): Problem[] {
  if (!request.open) return []
  return problems.some((problem) => problem.severity === 'stop' || !request.acknowledged.includes(problem.code))
    ? problems
    : []
}

interface Whole {
  columns: Omit<typeof load.$inferInsert, 'number' | 'state' | 'createdAt' | 'repId'>
  limits: { targetMinor: number | null; mostMinor: number | null }
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
    .where(eq(customer.id, terms.customerId))
    .get()
  if (!payer) return { missing: { code: 'no_such_customer', message: 'There is no such customer.' } }
  const found = db
    .select()
    .from(facility)
    .where(
      inArray(
        facility.id,
        terms.stops.map((each) => each.facilityId),
      ),
    )
    .all()
  const byId = new Map(found.map((each) => [each.id, each]))
  const places = terms.stops.flatMap((each) => {
    const at = byId.get(each.facilityId)
    return at ? [{ ...at, ...each }] : []
  })
  const origin = places[0]
  const dest = places.at(-1)
  if (!origin || !dest || places.length !== terms.stops.length)
    return { missing: { code: 'no_such_facility', message: 'There is no such facility.' } }
  const route = routeOver(places)
  const lane = {
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
  }
  const band = findRateBand(
    db,
    {
      ...lane,
      equipment: terms.equipment,
      miles: route.miles,
      weightLb: terms.weightLb,
      pickupAt: pickupAndDelivery(places).pickupAt,
    },
    now,
  )
  const charges = { miles: route.miles, weightLb: terms.weightLb }
  const sheet = chargeSheet(terms.sellCharges, charges)
  const today = deskDay(now)
  const rates = sheet.currency === deskCurrency ? [] : ratesAround(db, today)
  const sold = reckon({ amountMinor: sheet.totalMinor, currency: sheet.currency }, rates, today)
  // Without a rate nothing is compared or added: the load stays a draft and says so.
  const sell = 'refusal' in sold ? { amountMinor: 0, by: null } : sold
  const { stops: _s, references: _r, notes: _n, sellCharges, ...own } = terms
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
    limits: proposeLimits(band, sell.amountMinor) ?? { targetMinor: null, mostMinor: null },
    problems: checkLoad(
      { ...own, stops: places, legs: route.legs, sellCharges, charges },
      { now, hasPayer: Boolean(payer.billingMail), band: band as RateBand | null, rates, today },
    ),
  }
}

function pickupAndDelivery(places: { earliestLocal: string; latestLocal: string | null; zone: string }[]) {
  const first = places[0]!
  const last = places.at(-1)!
  return {
    pickupAt: toInstant(first.earliestLocal, first.zone),
    pickupBy: toInstant(first.latestLocal ?? first.earliestLocal, first.zone),
    deliverBy: toInstant(last.latestLocal ?? last.earliestLocal, last.zone),
  }
}

function writeParts(db: Db, loadId: number, terms: LoadTerms): void {
  db.insert(stop)
    .values(terms.stops.map((each, index) => ({ ...each, loadId, sequence: index + 1 })))
    .run()
  if (terms.references.length > 0)
    db.insert(reference)
      .values(terms.references.map((each) => ({ ...each, loadId })))
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

/** `PR-` and the next number: numbers only grow, also over deleted ones. */
function nextNumber(db: Db): string {
  const last =
    db
      .select({ id: max(load.id) })
      .from(load)
      .get()?.id ?? 0
  return `PR-${20_000 + last + 1}`
}

function names(db: Db, ...all: LoadTerms[]) {
  const customers = db
    .select({ id: customer.id, name: customer.name })
    .from(customer)
    .where(
      inArray(
        customer.id,
        all.map((terms) => terms.customerId),
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
  const customerNames = new Map(customers.map((each) => [each.id, each.name]))
  const facilityNames = new Map(facilities.map((each) => [each.id, `${each.name}, ${each.city}`]))
  return {
    customer: (id: number) => customerNames.get(id) ?? String(id),
    facility: (id: number) => facilityNames.get(id) ?? String(id),
  }
}
