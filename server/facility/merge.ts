import { count, eq, inArray } from 'drizzle-orm'
import type { OtherFacility } from '#core/facility/decide'
import type { Db } from '#server/db.server'
import { facility, partnerCode, stop } from '#server/schema'

/** What is to be known of a facility that may be the same as this one; null where there is none. */
export function otherFacility(db: Db, id: number, otherId: number): OtherFacility | null {
  const rows = db
    .select({ id: facility.id, name: facility.name, city: facility.city, region: facility.region })
    .from(facility)
    .where(inArray(facility.id, [id, otherId]))
    .all()
  const own = rows.find((each) => each.id === id)
  const other = rows.find((each) => each.id === otherId)
  if (!own || !other) return null
  const counted = db.select({ stops: count() }).from(stop).where(eq(stop.facilityId, otherId)).get()
  const isInTown = own.city === other.city && own.region === other.region
  return { name: other.name, stops: counted?.stops ?? 0, isInTown }
}

/** Gives the stops and partners' codes of another facility to this one and takes the other away. What the desk keeps of this one stays as it is. */
export function mergeFacility(db: Db, id: number, otherId: number): void {
  for (const table of [stop, partnerCode])
    db.update(table).set({ facilityId: id }).where(eq(table.facilityId, otherId)).run()
  db.delete(facility).where(eq(facility.id, otherId)).run()
}
