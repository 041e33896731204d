import { and, desc, eq } from 'drizzle-orm'
import { dayOf, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { load, loadMark } from '#server/schema'

const maxLoads = 60

/** The last loads that a carrier had from us, the newest pickup first, with what was marked on each. */
export function loadsOf(db: Db, carrierId: number) {
  const marks = db
    .select({ loadId: loadMark.loadId, mark: loadMark.mark })
    .from(loadMark)
    .where(eq(loadMark.carrierId, carrierId))
    .all()
  return db
    .select({
      id: load.id,
      number: load.number,
      state: load.state,
      originCity: load.originCity,
      originRegion: load.originRegion,
      originLat: load.originLat,
      originLon: load.originLon,
      destCity: load.destCity,
      destRegion: load.destRegion,
      destLat: load.destLat,
      destLon: load.destLon,
      pickupAt: load.pickupAt,
      deliverBy: load.deliverBy,
      destZone: load.destZone,
      payMinor: load.payMinor,
      onTime: load.deliveredOnTime,
      equipment: load.equipment,
    })
    .from(load)
    .where(and(eq(load.carrierId, carrierId), eq(load.practice, false)))
    .orderBy(desc(load.pickupAt))
    .limit(maxLoads)
    .all()
    .map((row) => ({
      ...row,
      marks: marks.filter((each) => each.loadId === row.id).map(({ mark }) => mark),
      deliverOn: dayOf(toLocal(row.deliverBy, row.destZone)),
    }))
}

/** The lanes a carrier ran for us, the most often first. */
export function lanesOf(loads: ReturnType<typeof loadsOf>) {
  const lanes = new Map<
    string,
    { from: string; to: string; count: number; originLat: number; originLon: number; destLat: number; destLon: number }
  >()
  for (const each of loads) {
    const [from, to] = [`${each.originCity} ${each.originRegion}`, `${each.destCity} ${each.destRegion}`]
    const lane = lanes.get(`${from}>${to}`) ?? {
      from,
      to,
      count: 0,
      originLat: each.originLat,
      originLon: each.originLon,
      destLat: each.destLat,
      destLon: each.destLon,
    }
    lane.count++
    lanes.set(`${from}>${to}`, lane)
  }
  return [...lanes.values()].sort((one, other) => other.count - one.count)
}
