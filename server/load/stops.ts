import { asc, eq } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { facility, stop } from '#server/schema'

/** The stops of a load in their order, each with its facility. */
export const stopsOf = (db: Db, loadId: number) =>
  db
    .select({ stop, facility })
    .from(stop)
    .innerJoin(facility, eq(facility.id, stop.facilityId))
    .where(eq(stop.loadId, loadId))
    .orderBy(asc(stop.sequence))
    .all()

export type StopOfLoad = ReturnType<typeof stopsOf>[number]
