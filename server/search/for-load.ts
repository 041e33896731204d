import { eq, sql } from 'drizzle-orm'
import { equipmentWords } from '#core/load/words'
import type { Point } from '#core/place/straight'
import { addDays, dayOf, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { legBetween } from '#server/miles/route'
import { carrier, load } from '#server/schema'

/** The load that a truck is looked for, or that a truck comes from, as the search's head shows it. */
export interface LoadSought {
  id: number
  number: string
  lane: string
  /** A search as somebody would type it. */
  line: string
  kind: 'truck' | 'load'
  /** The truck that will be empty, where it lives, and how far it drives home with nothing; null where a truck is looked for. */
  truck: EmptyTruck | null
}

/** A truck that will be empty: where, from which day on, and how far it drives home with nothing. */
export interface EmptyTruck {
  carrier: string
  home: Home
  emptyMiles: number
  at: Point
  from: string
  equipment: string
}

/** Where a carrier is at home. */
export interface Home {
  city: string
  region: string
  lat: number
  lon: number
}

const shortDay = (day: string): string => `${Number(day.slice(5, 7))}/${Number(day.slice(8, 10))}`

/** What to search for a load: trucks for one that has none, the next load for one that is under way; null where there is no such load. */
export function soughtFor(db: Db, loadId: number): LoadSought | null {
  const found = db
    .select({ row: load, carrier })
    .from(load)
    .leftJoin(carrier, eq(carrier.id, load.carrierId))
    .where(eq(load.id, loadId))
    .get()
  if (!found) return null
  const { row } = found
  const lane = `${row.originCity} to ${row.destCity}`
  const what = equipmentWords[row.equipment].toLowerCase()
  const base = { id: row.id, number: row.number, lane }
  if (found.carrier === null) {
    const [from, to] = [dayOf(toLocal(row.pickupAt, row.originZone)), dayOf(toLocal(row.pickupBy, row.originZone))]
    const days = from === to ? shortDay(from) : `${shortDay(from)}-${shortDay(to)}`
    const line = `${what} ${row.originCity} ${row.originRegion} 100mi to ${row.destRegion} ${days}`
    return { ...base, kind: 'truck', line: line.toLowerCase(), truck: null }
  }
  const empty = dayOf(toLocal(row.deliverBy, row.destZone))
  const days = `${shortDay(empty)}-${shortDay(addDays(empty, 1))}`
  const line = `${what} ${row.destCity} ${row.destRegion} 100mi ${days}`.toLowerCase()
  const at = { lat: row.destLat, lon: row.destLon }
  const truck = { ...emptyTruck(found.carrier, at), at, from: empty, equipment: row.equipment }
  return { ...base, kind: 'load', line, truck }
}

function emptyTruck(of: typeof carrier.$inferSelect, at: Point): Pick<EmptyTruck, 'carrier' | 'home' | 'emptyMiles'> {
  const home = { city: of.homeCity, region: of.homeRegion, lat: of.homeLat, lon: of.homeLon }
  return { carrier: of.name, home, emptyMiles: Math.round(legBetween(at, home).miles) }
}

export interface FittingLoad {
  id: number
  number: string
  lane: string
  pickupAt: number
  zone: string
  targetPayMinor: number | null
  straightMiles: number
}

/** Our open loads that a truck might take: of its equipment, near where it is, the nearest first. */
export function loadsForTruck(
  db: Db,
  truck: { lat: number; lon: number; equipment: string },
  limit = 9,
): FittingLoad[] {
  const cosine = Math.cos((truck.lat * Math.PI) / 180)
  return db
    .select({
      id: load.id,
      number: load.number,
      lane: sql<string>`${load.originCity} || ' ' || ${load.originRegion} || ' to ' || ${load.destCity} || ' ' || ${load.destRegion}`,
      pickupAt: load.pickupAt,
      zone: load.originZone,
      targetPayMinor: load.targetPayMinor,
      straightMiles: sql<number>`round(69 * sqrt(pow(${load.originLat} - ${truck.lat}, 2) + pow((${load.originLon} - ${truck.lon}) * ${cosine}, 2)))`,
    })
    .from(load)
    .where(
      sql`${load.state} = 'uncovered' and ${load.practice} = 0 and ${load.equipment} = ${truck.equipment} and abs(${load.originLat} - ${truck.lat}) < 6`,
    )
    .orderBy(sql`pow(${load.originLat} - ${truck.lat}, 2) + pow((${load.originLon} - ${truck.lon}) * ${cosine}, 2)`)
    .limit(limit)
    .all()
}
