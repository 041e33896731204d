import type { Equipment } from '#core/load/load'
import { booked } from '#core/load/states'
import { type EmptyingTruck, longestTruckWait, type NearTruck, nearTrucks } from '#core/match/emptying'
import { cellsAround, type Place } from '#core/place/place'
import { day } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { inSql } from '#server/schema/state-sql'

/** Loads made longer ago have long been delivered. */
const longestLife = 45 * day
/** Squares of a degree around the pickup: more than any truck rolls empty. */
const reach = 2
const cells = Array.from({ length: (reach * 2 + 1) ** 2 }, () => '?').join(', ')

const truckQuery = prepared((db) =>
  db.$client.prepare(
    `select load.carrier_id carrierId, carrier.name carrierName, load.id loadId, load.number loadNumber, load.dest_city city, load.dest_region region, load.dest_zone zone, load.dest_lat lat, load.dest_lon lon, load.deliver_by emptyBy
     from load indexed by load_created join carrier on carrier.id = load.carrier_id
     where load.created_at >= ? and load.practice = 0 and load.equipment = ? and load.state in (${inSql(booked)}, 'delivered') and load.deliver_by between ? and ? and load.dest_cell in (${cells})`,
  ),
)

/** Trucks on our own loads that will be empty near a pickup in time for it. */
export function findNearTrucks(
  db: Db,
  pickup: Pick<Place, 'lat' | 'lon'> & { opens: number; closes: number },
  equipment: Equipment,
  now: number,
): NearTruck[] {
  const trucks = truckQuery(db).all(
    now - longestLife,
    equipment,
    pickup.opens - longestTruckWait,
    pickup.closes,
    ...cellsAround(pickup, reach),
  ) as EmptyingTruck[]
  return nearTrucks(pickup, trucks)
}
