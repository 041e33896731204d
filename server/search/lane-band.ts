import { type Equipment, equipmentKinds } from '#core/load/load'
import { nameKey } from '#core/place/name-key'
import type { RateBand } from '#core/rates/rates'
import type { FoundPosting } from '#core/search/found'
import { gazetteer } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import { findRateBand } from '#server/rates/band'

const postals = new Map<string, string | null>()

/** The postal code of a town, for rates; null where the gazetteer does not know it. */
function postalOf({ city, region }: { city?: string | null; region: string }): string | null {
  const key = `${region} ${city ?? ''}`
  const known = postals.get(key)
  if (known !== undefined) return known
  const towns = gazetteer().byName.get(nameKey(city ?? '')) ?? []
  const postal = towns.find((town) => town.region === region)?.postal ?? null
  postals.set(key, postal)
  return postal
}

/** What a carrier is likely to be paid on a posting's lane; null where it has no lane, or its towns or equipment are unknown. */
export function bandOfLane(db: Db, posting: FoundPosting, miles: number | null, now: number): RateBand | null {
  const { origin, destination, equipment } = posting
  if (!destination || miles === null || miles <= 0 || !equipmentKinds.includes(equipment as Equipment)) return null
  const [originPostal, destPostal] = [postalOf(origin), postalOf(destination)]
  if (!originPostal || !destPostal) return null
  return findRateBand(
    db,
    {
      ...{ originPostal, originLat: origin.lat, originLon: origin.lon },
      ...{ destPostal, destLat: destination.lat, destLon: destination.lon },
      ...{ equipment: equipment as Equipment, miles },
    },
    now,
  )
}
