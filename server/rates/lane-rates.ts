import type { Equipment } from '#core/load/load'
import type { RateBand } from '#core/rates/rates'
import type { Db } from '#server/db.server'
import { findRateBand } from './band'

/** An end of a lane, as the gazetteer or a facility has it. */
interface LaneEnd {
  postal: string
  lat: number
  lon: number
}

/** The equipment that most loads ask for. */
const usualEquipment: readonly Equipment[] = ['van', 'reefer', 'flatbed']

/** What a lane is likely to cost with each usual kind of truck; a kind of which nothing is known is left out. */
export function laneRates(
  db: Db,
  [origin, dest]: readonly [LaneEnd, LaneEnd],
  miles: number,
  now: number,
): { equipment: Equipment; band: RateBand }[] {
  const lane = {
    originPostal: origin.postal,
    originLat: origin.lat,
    originLon: origin.lon,
    destPostal: dest.postal,
    destLat: dest.lat,
    destLon: dest.lon,
    miles,
  }
  return usualEquipment.flatMap((equipment) => {
    const band = findRateBand(db, { ...lane, equipment }, now)
    return band ? [{ equipment, band }] : []
  })
}
