import { and, eq, like, or, sql } from 'drizzle-orm'
import { nameKey } from '#core/place/name-key'
import { makePlaceSearch, type PlaceSearch } from '#core/place/search'
import { gazetteer, roads } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import { facility, stop } from '#server/schema'

const most = 8

/** How long the brokerage's own places are remembered before they are counted again. */
const countedFor = 5 * 60_000

interface OwnPlaces {
  db: Db
  at: number
  uses: Map<number, number>
}

let own: OwnPlaces | null = null
let search: PlaceSearch | null = null

/** Places for what is in a field, the likeliest first; our own before others, then those on truck roads. */
export function findPlaces(db: Db, typed: string, now: number) {
  return readyPlaces(db, now)
    .find(typed, most)
    .map((place) => ({ ...place, id: `${place.city} ${place.region} ${place.postal} ${place.lat}` }))
}

/** The search over all places. Its index is made once; how often we use a place is counted again now and then. */
export function readyPlaces(db: Db, now: number): PlaceSearch {
  if (!own || own.db !== db || now - own.at > countedFor) own = { db, at: now, uses: countUses(db) }
  search ??= indexPlaces()
  return search
}

/** The cities of a name and region, by their place in the gazetteer: looked up once, not for every keystroke. */
const positions = (name: string, region: string): number[] =>
  (gazetteer().byName.get(nameKey(name)) ?? []).filter((city) => city.region === region).map((city) => city.at)

function countUses(db: Db): Map<number, number> {
  const rows = db
    .select({ city: facility.city, region: facility.region, times: sql<number>`count(*)` })
    .from(stop)
    .innerJoin(facility, eq(facility.id, stop.facilityId))
    .groupBy(facility.city, facility.region)
    .all()
  return new Map(rows.flatMap((row) => positions(row.city, row.region).map((at): [number, number] => [at, row.times])))
}

function indexPlaces(): PlaceSearch {
  const onRoad = new Set(roads().network.nodes.flatMap((node) => positions(node.name, node.region)))
  return makePlaceSearch(gazetteer(), {
    onRoad: (city) => onRoad.has(city.at),
    uses: (city) => own?.uses.get(city.at) ?? 0,
  })
}

/** Facilities by name, city or street, those used most often lately first. */
export function findFacilities(db: Db, typed: string) {
  const words = typed.trim().toLowerCase()
  if (words.length < 1) return []
  const terms = words.replace(/[%_]/g, '').split(/\s+/).filter(Boolean).slice(0, 5)
  if (terms.length === 0) return []
  return db
    .select({
      id: facility.id,
      name: facility.name,
      address: facility.address,
      city: facility.city,
      region: facility.region,
      postal: facility.postal,
      zone: facility.zone,
      lat: facility.lat,
      lon: facility.lon,
      booking: facility.booking,
      opens: facility.opens,
      closes: facility.closes,
    })
    .from(facility)
    .where(and(...terms.map((term) => or(like(facility.search, `${term}%`), like(facility.search, `% ${term}%`)))))
    .orderBy(sql`(select count(*) from stop where stop.facility_id = ${sql.raw('facility.id')}) desc`)
    .limit(most)
    .all()
}
