import { and, asc, eq, gte, lte, sql } from 'drizzle-orm'
import { z } from 'zod'
import { type Equipment, equipmentKinds } from '#core/load/load'
import { onDesk } from '#core/load/states'
import { type RegionName, regionOf, regions } from '#core/place/regions'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { balanceByArea } from '#core/truck/balance'
import { type Fit, loadsFor, type OpenLoad } from '#core/truck/fit'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { placeNamed } from '#server/place/named'
import { load } from '#server/schema'
import { inSql } from '#server/schema/state-sql'
import { vettedTrucks } from '#server/truck/known'

/** Days that the room shows, today among them. */
export const shownDays = 7

const areaNames = Object.keys(regions) as RegionName[]

/** What the room shows, as its address keeps it. */
export const capacityAskSchema = z.object({
  equipment: z.enum(equipmentKinds).nullable().catch(null),
  area: z
    .enum(areaNames as [RegionName, ...RegionName[]])
    .nullable()
    .catch(null),
  day: z.iso.date().nullable().catch(null),
  /** The truck whose loads are shown. */
  truck: z.coerce.number().int().positive().nullable().catch(null),
})
export type CapacityAsk = z.output<typeof capacityAskSchema>

export interface CapacityLoad extends OpenLoad {
  maxPayMinor: number | null
}

const dayMs = 86_400_000

/** Uncovered loads that pick up in the days shown, practice left out. */
function openLoads(db: Db, now: number, equipment: Equipment | null): CapacityLoad[] {
  const rows = db
    .select({
      ...{ id: load.id, number: load.number, equipment: load.equipment, maxPayMinor: load.maxPayMinor },
      ...{ pickupAt: load.pickupAt, pickupBy: load.pickupBy, zone: load.originZone },
      ...{
        originCity: load.originCity,
        originRegion: load.originRegion,
        originLat: load.originLat,
        originLon: load.originLon,
      },
      ...{ destCity: load.destCity, destRegion: load.destRegion, destLat: load.destLat, destLon: load.destLon },
    })
    .from(load)
    .where(
      and(
        // Written as its index has it.
        sql.raw(`load.state in (${inSql(onDesk)})`),
        ...[eq(load.state, 'uncovered'), eq(load.practice, false)],
        ...[gte(load.pickupAt, now - dayMs), lte(load.pickupAt, now + (shownDays + 1) * dayMs)],
        equipment ? eq(load.equipment, equipment) : undefined,
      ),
    )
    .orderBy(asc(load.pickupAt))
    .limit(2_000)
    .all()
  return rows.map((row) => ({
    ...{ id: row.id, number: row.number, equipment: row.equipment, maxPayMinor: row.maxPayMinor },
    origin: { city: row.originCity, region: row.originRegion, lat: row.originLat, lon: row.originLon },
    destination: { city: row.destCity, region: row.destRegion, lat: row.destLat, lon: row.destLon },
    pickupDay: dayOf(toLocal(row.pickupAt, row.zone)),
    pickupLastDay: dayOf(toLocal(row.pickupBy, row.zone)),
  }))
}

/** A truck's best loads are this many at most. */
const mostFits = 12

/** The trucks we know of, what stands against them by area and day, and for each truck the loads of ours that it could take. */
export function readCapacity(db: Db, ask: CapacityAsk, now: number) {
  const today = dayOf(toLocal(now, officeOf(db).zone))
  const loads = openLoads(db, now, ask.equipment)
  const all = vettedTrucks(db, now).filter(({ equipment }) => ask.equipment === null || equipment === ask.equipment)
  const named = new Map<string, ReturnType<typeof placeNamed>>()
  const townOf = (name: string) => {
    if (!named.has(name)) named.set(name, placeNamed(name))
    return named.get(name) ?? null
  }
  const isShown = (region: string, day: string, last: string) =>
    (ask.area === null || regionOf(region) === ask.area) && (ask.day === null || (day <= ask.day && last >= ask.day))
  const trucks = all
    .filter(({ region, fromDay, toDay }) => isShown(region, fromDay, toDay ?? fromDay))
    .map((truck) => {
      const fits = loadsFor(truck, loads, townOf)
      return { ...truck, fitCount: fits.length, fits: truck.id === ask.truck ? fits.slice(0, mostFits) : [] }
    })
  return {
    ...{ today, trucks, days: Array.from({ length: shownDays }, (_, ahead) => addDays(today, ahead)) },
    balance: balanceByArea(all, loads, today, shownDays),
    loadCount: loads.length,
    /** Loads of the area and day that were asked. */
    loads:
      ask.area === null && ask.day === null
        ? []
        : loads.filter(({ origin, pickupDay }) => isShown(origin.region, pickupDay, pickupDay)).slice(0, 40),
  }
}
export type CapacityPage = ReturnType<typeof readCapacity>
export type CapacityTruck = CapacityPage['trucks'][number]
export type TruckFit = Fit<CapacityLoad>
