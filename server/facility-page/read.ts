import { desc, eq, sql } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { facilityLogWords } from '#core/facility/decide'
import type { Db } from '#server/db.server'
import { eventsOf, happened } from '#server/event/event'
import { facilitySubject } from '#server/facility/subject'
import { loadsById } from '#server/load/list'
import { customer, facility, load, stop } from '#server/schema'

const latest = 25
const shownEvents = 50

/** A facility as its page shows it; null where there is no such facility. */
export function readFacilityPage(db: Db, facilityId: number, now: number) {
  const own = facilitySubject.read(db, facilityId, { now, by: system('page') }, null)
  const [place] = db
    .select({
      city: facility.city,
      region: facility.region,
      postal: facility.postal,
      zone: facility.zone,
      lat: facility.lat,
      lon: facility.lon,
    })
    .from(facility)
    .where(eq(facility.id, facilityId))
    .all()
  if (!own || !place) return null
  return {
    id: facilityId,
    own,
    place,
    customers: customersOf(db, facilityId),
    loads: loadsById(db, latestLoads(db, facilityId)),
    log: eventsOf(db, 'facility', facilityId, shownEvents).map(({ id, at, actorName, kind, data }) => ({
      id,
      at,
      by: actorName,
      words: facilityLogWords(happened<'facility'>({ kind, data })),
    })),
  }
}

export type FacilityPage = NonNullable<ReturnType<typeof readFacilityPage>>

const latestLoads = (db: Db, facilityId: number): number[] =>
  db
    .selectDistinct({ id: load.id })
    .from(stop)
    .innerJoin(load, eq(load.id, stop.loadId))
    .where(eq(stop.facilityId, facilityId))
    .orderBy(desc(load.id))
    .limit(latest)
    .all()
    .map(({ id }) => id)

/** Whose loads stop there, the most frequent first. */
const customersOf = (db: Db, facilityId: number) =>
  db
    .select({ id: customer.id, name: customer.name, stops: sql<number>`count(*)` })
    .from(stop)
    .innerJoin(load, eq(load.id, stop.loadId))
    .innerJoin(customer, eq(customer.id, load.customerId))
    .where(eq(stop.facilityId, facilityId))
    .groupBy(customer.id)
    .orderBy(desc(sql`count(*)`))
    .limit(6)
    .all()
