import { and, gte, sql } from 'drizzle-orm'
import type { Objection } from '#core/confirmation/objection'
import { nextStep } from '#core/horizon/next-step'
import { pressure, urgency } from '#core/horizon/pressure'
import type { RateBand } from '#core/rates/rates'
import { dayOf, hour, toInstant, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { currentBand } from '#server/rates/band'
import { load } from '#server/schema'
import { wasHauled } from '#server/schema/hauled'
import { findPlan } from '#server/waiting/plan'
import { usualCoverHours } from './cover-times'
import {
  isOf,
  openAlerts,
  openGuides,
  openOffers,
  openPostings,
  openQuery,
  type shown,
  standingConfirmations,
} from './rows'

/** The Horizon: every open load with its pressure and next step, the most pressing first, and today's numbers; `reps` (ids in JSON) narrows both to theirs. */
export function readHorizon(db: Db, now: number, reps: string | null = null) {
  const rows = openQuery(db).all({ reps })
  const ids = JSON.stringify(rows.map((row) => row.load.id))
  const offers = groupBy(openOffers(db).all({ ids }), (each) => each.loadId)
  const postings = groupBy(openPostings(db).all({ ids }), (each) => each.loadId)
  const confirmations = groupBy(standingConfirmations(db).all({ ids }), (each) => each.loadId)
  const held = new Set(
    openAlerts(db)
      .all({ ids })
      .map(({ loadId }) => loadId),
  )
  const guides = new Map(
    openGuides(db)
      .all({ ids })
      .map((each) => [each.loadId, each]),
  )
  const coverHours = usualCoverHours(db, now)
  const { zone } = officeOf(db)
  const loads = rows
    .map((row) =>
      horizonLoad(
        row,
        {
          offers: offers.get(row.load.id) ?? [],
          posting: postings.get(row.load.id)?.[0] ?? null,
          confirmation: confirmations.get(row.load.id)?.[0]?.state ?? null,
          objection: confirmations.get(row.load.id)?.[0]?.objection ?? null,
          gateHolds: held.has(row.load.id),
          guide: guides.get(row.load.id) ?? null,
          coverHours: coverHours(row.load.equipment),
          band: currentBand(db, row.load, now),
          db,
          zone,
        },
        now,
      ),
    )
    .filter((each) => !(each.confirmation === 'accepted' && each.pickupBy < now - 12 * hour))
    .sort((one, other) => other.pressure - one.pressure || one.pickupAt - other.pickupAt)
  return { loads, today: todaysNumbers(db, now, reps) }
}

function horizonLoad(
  {
    load: row,
    customerName,
    carrierName,
  }: { load: Pick<typeof load.$inferSelect, keyof typeof shown>; customerName: string; carrierName: string | null },
  around: {
    offers: {
      id: number
      receivedAt: number
      carrierName: string
      payMinor: number
      counterMinor: number | null
      goodUntil: number | null
    }[]
    posting: { upAt: number | null } | null
    confirmation: string | null
    objection: Objection | null
    gateHolds: boolean
    guide: { carrierName: string; expiresAt: number } | null
    coverHours: number
    band: RateBand | null
    db: Db
    zone: string
  },
  now: number,
) {
  const plan =
    row.state === 'uncovered'
      ? findPlan(
          around.db,
          row,
          around.offers.map((each) => ({
            id: each.id,
            payMinor: each.payMinor,
            goodUntil: each.goodUntil,
            receivedAt: each.receivedAt,
            open: true,
          })),
          around.posting?.upAt ?? null,
          now,
        )
      : null
  const best = around.offers.toSorted((one, other) => one.payMinor - other.payMinor)[0]
  const facts = {
    uncoveredChance: plan?.uncoveredChance ?? null,
    advice: plan?.advice.find(({ offerId }) => offerId === best?.id)?.advice ?? null,
    state: row.state as 'draft' | 'uncovered' | 'covered',
    dueAt: dueAt(row, now),
    usualCoverHours: around.coverHours,
    targetPayMinor: row.targetPayMinor,
    maxPayMinor: row.maxPayMinor,
    offers: around.offers.map((each) => ({ ...each, carrierName: shortName(each.carrierName) })),
    confirmation: around.confirmation as 'issued' | 'sent' | 'accepted' | null,
    objection: around.objection,
    gateHolds: around.gateHolds,
    guide: around.guide && { ...around.guide, carrierName: shortName(around.guide.carrierName) },
    posted: around.posting !== null,
    postedAt: around.posting?.upAt ?? null,
    carrierName: carrierName === null ? null : shortName(carrierName),
    zone: around.zone,
  }
  const value = pressure(facts, now)
  return {
    id: row.id,
    number: row.number,
    state: facts.state,
    practice: row.practice,
    ...{ customerName, carrierName },
    origin: { city: row.originCity, region: row.originRegion, zone: row.originZone },
    dest: { city: row.destCity, region: row.destRegion },
    equipment: row.equipment,
    miles: Math.round(row.miles),
    pickupAt: row.pickupAt,
    pickupBy: row.pickupBy,
    dueAt: facts.dueAt,
    sellMinor: row.sellMinor,
    targetPayMinor: row.targetPayMinor,
    maxPayMinor: row.maxPayMinor,
    payMinor: row.payMinor,
    band: around.band,
    offers: around.offers,
    confirmation: facts.confirmation,
    posted: facts.posted,
    usualCoverHours: around.coverHours,
    uncoveredChance: facts.uncoveredChance,
    pressure: value,
    urgency: urgency(value),
    step: nextStep(facts, now),
  }
}

/** The pickup's opening while it is ahead of us, then its closing. */
const dueAt = (row: { pickupAt: number; pickupBy: number }, now: number) =>
  row.pickupAt > now ? row.pickupAt : row.pickupBy

/** A carrier as it is called on the phone: its name without the kind of firm. */
const shortName = (name: string) => name.split(' ').slice(0, 2).join(' ')

export type HorizonLoad = ReturnType<typeof horizonLoad>

function todaysNumbers(db: Db, now: number, reps: string | null) {
  const midnight = toInstant(`${dayOf(toLocal(now, officeOf(db).zone))}T00:00`, officeOf(db).zone)
  const row = db
    .select({
      covered: sql<number>`count(*)`,
      marginMinor: sql<number | null>`sum(${load.sellMinor} - ${load.payMinor})`,
      sellMinor: sql<number | null>`sum(${load.sellMinor})`,
    })
    .from(load)
    .where(and(gte(load.coveredAt, midnight), wasHauled, isOf))
    .get({ reps })
  return { covered: row?.covered ?? 0, marginMinor: row?.marginMinor ?? 0, sellMinor: row?.sellMinor ?? 0 }
}

function groupBy<T>(rows: T[], key: (row: T) => number): Map<number, T[]> {
  const groups = new Map<number, T[]>()
  for (const row of rows) {
    const group = groups.get(key(row))
    if (group) group.push(row)
    else groups.set(key(row), [row])
  }
  return groups
}
