import { type Point, straightMiles } from '../place/straight'
import { hour } from '../time/local'

/** A truck of ours that will be unloaded somewhere. */
export interface EmptyingTruck {
  carrierId: number
  carrierName: string
  loadId: number
  loadNumber: string
  city: string
  region: string
  zone: string
  lat: number
  lon: number
  /** When its last delivery closes. */
  emptyBy: number
}

export interface NearTruck extends EmptyingTruck {
  milesAway: number
}

/** Farther than this nobody comes empty for a load, and longer than this no truck waits for one. */
export const nearTruckMiles = 120
export const longestTruckWait = 36 * hour

/** A truck rolls empty at about this many miles an hour, straight, to be there before the pickup closes. */
const emptyMilesPerHour = 40

/** The trucks that will be empty near a pickup in time for it, the nearest first, each carrier once. */
export function nearTrucks(
  pickup: Point & { opens: number; closes: number },
  trucks: readonly EmptyingTruck[],
  limit = 3,
): NearTruck[] {
  const near = trucks
    .map((truck) => ({ ...truck, milesAway: straightMiles(truck, pickup) }))
    .filter(
      ({ milesAway, emptyBy }) =>
        milesAway <= nearTruckMiles &&
        emptyBy >= pickup.opens - longestTruckWait &&
        emptyBy + (milesAway / emptyMilesPerHour) * hour <= pickup.closes,
    )
    .sort((one, other) => one.milesAway - other.milesAway || one.emptyBy - other.emptyBy)
  return near
    .filter((truck, at) => near.findIndex(({ carrierId }) => carrierId === truck.carrierId) === at)
    .slice(0, limit)
}
