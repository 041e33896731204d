import { sql } from 'drizzle-orm'
import { type Run, type Shortlisted, shortlist } from '#core/match/shortlist'
import { cellsAround, postalArea } from '#core/place/place'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { truckNearWords } from '#core/truck/words'
import type { Verdict } from '#core/vetting/vetting'
import { type Db, prepared } from '#server/db.server'
import { carrier } from '#server/schema'
import { hauledAtPay } from '#server/schema/hauled'
import { trucksNear } from '#server/truck/known'
import type { LoadForGate } from '#server/vetting/load-to-vet'
import { vetCarriers } from '#server/vetting/vet'

const maxRuns = 300
const maxNeighbours = 60

export interface LaneToMatch extends LoadForGate {
  originPostal: string
  originLat: number
  originLon: number
  destPostal: string
  destLat: number
  destLon: number
}

export type ShortlistEntry = Shortlisted & { verdict: Verdict; phone: string; mail: string }

const nine = Array.from({ length: 9 }, () => '?').join(', ')
// The newest runs are picked within the index alone; only they are then read whole.
const runsQuery = prepared((db) =>
  db.$client.prepare(
    `select carrier_id carrierId, origin_postal originPostal, dest_postal destPostal, origin_city originCity, dest_city destCity, pay_minor payMinor, delivered_on_time onTime, covered_at bookedAt
     from load where id in (
       select id from load indexed by load_lane
       where ${hauledAtPay()} and pickup_at <= ? and equipment = ? and origin_cell in (${nine}) and dest_cell in (${nine}) and covered_at < ?
       order by covered_at desc limit ${maxRuns})`,
  ),
)
const neighboursQuery = prepared((db) =>
  db.$client.prepare(`select id from carrier where home_cell in (${nine}) limit ${maxNeighbours}`),
)

const carriersQuery = prepared((db) =>
  db
    .select({
      id: carrier.id,
      name: carrier.name,
      equipment: carrier.equipment,
      phone: carrier.phone,
      mail: carrier.mail,
      homeLat: carrier.homeLat,
      homeLon: carrier.homeLon,
      homeCity: carrier.homeCity,
      homeRegion: carrier.homeRegion,
    })
    .from(carrier)
    .where(sql`${carrier.id} in (select value from json_each(${sql.placeholder('ids')}))`)
    .prepare(),
)

/** Carriers for a lane: who ran it or nearby, or lives near the pickup, with the gate's verdict on each. */
export function findShortlist(db: Db, lane: LaneToMatch, now: number): ShortlistEntry[] {
  const list = findCandidates(db, lane, now)
  const ids = list.map(({ carrierId }) => carrierId)
  return withVerdicts(list, vetCarriers(db, ids, lane, now))
}

/** The same before anybody is vetted: for whoever vets others with them. */
export function findCandidates(db: Db, lane: LaneToMatch, now: number): Omit<ShortlistEntry, 'verdict'>[] {
  const origin = { lat: lane.originLat, lon: lane.originLon }
  const originCells = cellsAround(origin, 1)
  const rows = runsQuery(db).all(
    now,
    lane.equipment,
    ...originCells,
    ...cellsAround({ lat: lane.destLat, lon: lane.destLon }, 1),
    now,
  ) as (Run & { originPostal: string; destPostal: string; onTime: number | null })[]
  const runs = rows.map((row) => ({
    ...row,
    deliveredOnTime: row.onTime === null ? null : row.onTime === 1,
    sameLane:
      postalArea(row.originPostal) === postalArea(lane.originPostal) &&
      postalArea(row.destPostal) === postalArea(lane.destPostal),
  }))
  const neighbours = neighboursQuery(db).all(...originCells) as { id: number }[]
  const trucks = trucksOf(db, lane, now)
  const ids = [...new Set([...runs.map((run) => run.carrierId), ...neighbours.map((row) => row.id), ...trucks.keys()])]
  const carriers = carriersQuery(db).all({ ids: JSON.stringify(ids) })
  const hasRun = new Set(runs.map((run) => run.carrierId))
  const candidates = carriers
    .filter((row) => row.equipment.includes(lane.equipment) || hasRun.has(row.id) || trucks.has(row.id))
    .map((row) => ({
      carrierId: row.id,
      name: row.name,
      home: { lat: row.homeLat, lon: row.homeLon, city: row.homeCity, region: row.homeRegion },
      equipmentMatches: row.equipment.includes(lane.equipment) || trucks.has(row.id),
      truck: trucks.get(row.id) ?? null,
    }))
  const list = shortlist(origin, candidates, runs, now, 10)
  const byId = new Map(carriers.map((row) => [row.id, row]))
  return list.map((entry) => {
    const { phone, mail } = byId.get(entry.carrierId)!
    return { ...entry, phone, mail }
  })
}

/** The nearest known truck of each carrier that could come to the pickup, with what is said of it. */
function trucksOf(db: Db, lane: LaneToMatch, now: number): Map<number, { milesAway: number; words: string }> {
  const day = dayOf(toLocal(lane.pickupAt, lane.originZone))
  // A truck that is empty the day before waits for a load, or comes to it overnight.
  const pickup = { lat: lane.originLat, lon: lane.originLon, firstDay: addDays(day, -1), lastDay: day }
  const today = dayOf(toLocal(now, lane.originZone))
  const near = new Map<number, { milesAway: number; words: string }>()
  for (const truck of trucksNear(db, pickup, lane.equipment))
    if (truck.carrierId !== null && !near.has(truck.carrierId))
      near.set(truck.carrierId, { milesAway: truck.milesAway, words: truckNearWords(truck, today, now) })
  return near
}

/** Candidates with the gate's verdict on each. */
export const withVerdicts = (
  list: Omit<ShortlistEntry, 'verdict'>[],
  verdicts: Map<number, Verdict>,
): ShortlistEntry[] => list.map((entry) => ({ ...entry, verdict: verdicts.get(entry.carrierId)! }))
