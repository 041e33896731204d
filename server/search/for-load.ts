import { eq, sql } from 'drizzle-orm'
import { equipmentWords } from '#core/load/words'
import { addDays, dayOf, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { load } from '#server/schema'

/** The load that a truck is looked for, or that a truck comes from, as the search's head shows it. */
export interface LoadSought {
  id: number
  number: string
  lane: string
  /** A search as somebody would type it. */
  line: string
  kind: 'truck' | 'load'
}

const shortDay = (day: string): string => `${Number(day.slice(5, 7))}/${Number(day.slice(8, 10))}`

/** What to search for a load: trucks for one that has none, the next load for one that is under way; null where there is no such load. */
export function soughtFor(db: Db, loadId: number): LoadSought | null {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) return null
  const lane = `${row.originCity} to ${row.destCity}`
  const what = equipmentWords[row.equipment].toLowerCase()
  const base = { id: row.id, number: row.number, lane }
  if (row.carrierId === null) {
    const [from, to] = [dayOf(toLocal(row.pickupAt, row.originZone)), dayOf(toLocal(row.pickupBy, row.originZone))]
    const days = from === to ? shortDay(from) : `${shortDay(from)}-${shortDay(to)}`
    const line = `${what} ${row.originCity} ${row.originRegion} 100mi to ${row.destRegion} ${days}`
    return { ...base, kind: 'truck', line: line.toLowerCase() }
  }
  const empty = dayOf(toLocal(row.deliverBy, row.destZone))
  const days = `${shortDay(empty)}-${shortDay(addDays(empty, 1))}`
  return { ...base, kind: 'load', line: `${what} ${row.destCity} ${row.destRegion} 100mi ${days}`.toLowerCase() }
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
