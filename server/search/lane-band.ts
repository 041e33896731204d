import { type Equipment, equipmentKinds } from '#core/load/load'
import type { RateBand } from '#core/rates/rates'
import type { FoundPosting } from '#core/search/found'
import type { Db } from '#server/db.server'
import { findRateBand } from '#server/rates/band'
import { postalOf } from './areas'

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
