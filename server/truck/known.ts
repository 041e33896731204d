import type { Equipment } from '#core/load/load'
import { booked } from '#core/load/states'
import { cellsAround } from '#core/place/place'
import { type Point, straightMiles } from '#core/place/straight'
import { dayOf, toLocal } from '#core/time/local'
import { hauls, usualReachMiles } from '#core/truck/fit'
import type { TruckFacts, TruckSource } from '#core/truck/truck'
import type { Verdict } from '#core/vetting/vetting'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { inSql } from '#server/schema/state-sql'
import { vetCarriers } from '#server/vetting/vet'

/** A truck that counts today, with what is left of it once our own loads have taken theirs. */
export interface KnownTruck extends TruckFacts {
  id: number
  carrierId: number | null
  carrierName: string | null
  phone: string | null
  saidBy: string
  saidAt: number
  source: TruckSource
  messageId: number | null
  decidedBy: string
}

/** Trucks of a carrier that took loads of ours around there and then since it was said are gone; one that falls through is back by itself. */
const left = `truck.count - (
  select count(*) from load indexed by load_carrier
  where load.carrier_id = truck.carrier_id and load.equipment = truck.equipment and load.state in (${inSql(booked)}, 'delivered')
    and load.covered_at >= truck.said_at
    and abs(load.origin_lat - truck.lat) < 2.5 and abs(load.origin_lon - truck.lon) < 3.2
    and load.pickup_at between (unixepoch(truck.from_day) - 43200) * 1000 and (unixepoch(truck.last_day) + 129600) * 1000)`
const columns = `truck.id, truck.carrier_id carrierId, carrier.name carrierName, carrier.phone phone, truck.said_by saidBy, truck.said_at saidAt,
  truck.source, truck.message_id messageId, truck.decided_by decidedBy, truck.city, truck.region, truck.lat, truck.lon, truck.equipment,
  truck.from_day fromDay, truck.to_day toDay, truck.radius_miles radiusMiles, truck.destinations, truck.avoids,
  truck.length_ft lengthFt, truck.weight_lb weightLb, truck.rate_minor rateMinor, truck.rate_basis rateBasis`
/** Beyond these a list is no list any more. */
const mostListed = 1_000

const allQuery = prepared((db) =>
  db.$client.prepare(
    `select * from (select ${columns}, ${left} count from known_truck truck indexed by known_truck_day left join carrier on carrier.id = truck.carrier_id
      where truck.state = 'known' and truck.last_day >= ?) where count > 0 order by fromDay, region, city, id limit ${mostListed}`,
  ),
)

type Raw = Omit<KnownTruck, 'destinations' | 'avoids'> & { destinations: string; avoids: string }
const parsed = (row: Raw): KnownTruck => ({
  ...row,
  destinations: JSON.parse(row.destinations) as string[],
  avoids: JSON.parse(row.avoids) as string[],
})

/** The trucks that are or become empty from today on, the soonest first. */
export const knownTrucks = (db: Db, now: number): KnownTruck[] =>
  (allQuery(db).all(dayOf(toLocal(now, officeOf(db).zone))) as Raw[]).map(parsed)

/** The same with the vetting of each carrier on file, by itself. */
export function vettedTrucks(db: Db, now: number): (KnownTruck & { verdict: Verdict | null })[] {
  const trucks = knownTrucks(db, now)
  const ids = [...new Set(trucks.flatMap(({ carrierId }) => carrierId ?? []))]
  const verdicts = vetCarriers(db, ids, null, now)
  return trucks.map((truck) => ({
    ...truck,
    verdict: truck.carrierId === null ? null : (verdicts.get(truck.carrierId) ?? null),
  }))
}

/** Degrees around a pickup in which trucks are looked for. */
const reach = 3
const cells = Array.from({ length: (reach * 2 + 1) ** 2 }, () => '?').join(', ')
const nearQuery = prepared((db) =>
  db.$client.prepare(
    `select * from (select ${columns}, ${left} count from known_truck truck indexed by known_truck_cell left join carrier on carrier.id = truck.carrier_id
      where truck.state = 'known' and truck.cell in (${cells}) and truck.last_day >= ? and truck.from_day <= ?) where count > 0`,
  ),
)

export interface TruckNear extends KnownTruck {
  /** Straight miles from it to the pickup. */
  milesAway: number
}

/** Known trucks that could come to a pickup on one of these days, the nearest first. */
export function trucksNear(
  db: Db,
  pickup: Point & { firstDay: string; lastDay: string },
  equipment: Equipment,
): TruckNear[] {
  const rows = nearQuery(db).all(...cellsAround(pickup, reach), pickup.firstDay, pickup.lastDay) as Raw[]
  return rows
    .map(parsed)
    .filter((truck) => hauls(truck.equipment, equipment))
    .map((truck) => ({ ...truck, milesAway: Math.round(straightMiles(truck, pickup)) }))
    .filter(({ milesAway, radiusMiles }) => milesAway <= (radiusMiles ?? usualReachMiles))
    .toSorted((one, other) => one.milesAway - other.milesAway || other.saidAt - one.saidAt)
}
