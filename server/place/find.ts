import { and, desc, gte, like, lt, or, sql } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { facility, place } from '#server/schema'

const most = 8

/** Cities whose name begins with what was typed (`boise`, `boise id`), or postal codes, the bigger first. */
export function findPlaces(db: Db, typed: string) {
  const words = typed.trim().toLowerCase().replace(/[,\s]+/g, ' ')
  if (words.length < 2) return []
  const column = /^\d/.test(words) ? place.postal : place.search
  return db.select().from(place).where(and(gte(column, words), lt(column, `${words}\uffff`))).orderBy(desc(place.size)).limit(most).all()
}

/** Facilities by name, city or street, those used most often lately first. */
export function findFacilities(db: Db, typed: string) {
  const words = typed.trim().toLowerCase()
  if (words.length < 1) return []
  const terms = words.replace(/[%_]/g, '').split(/\s+/).filter(Boolean).slice(0, 5)
  if (terms.length === 0) return []
  return db
    .select({ id: facility.id, name: facility.name, address: facility.address, city: facility.city, region: facility.region, postal: facility.postal, zone: facility.zone, lat: facility.lat, lon: facility.lon, booking: facility.booking })
    .from(facility)
    .where(and(...terms.map((term) => or(like(facility.search, `${term}%`), like(facility.search, `% ${term}%`)))))
    .orderBy(sql`(select count(*) from stop where stop.facility_id = ${sql.raw('facility.id')}) desc`)
    .limit(most)
    .all()
}
