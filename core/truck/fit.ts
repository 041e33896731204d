import type { Equipment } from '../load/load'
import { type Point, straightMiles } from '../place/straight'
import { addDays } from '../time/local'
import { lastDayOf, type TruckFacts } from './truck'

/** As far as a truck comes empty where it does not say how far. */
export const usualReachMiles = 150

/** A reefer hauls what a van does; a step deck or conestoga what a flatbed does. */
const alsoHauls: Partial<Record<Equipment, readonly Equipment[]>> = {
  van: ['reefer'],
  flatbed: ['step_deck', 'conestoga'],
}

/** Whether a trailer can take what was asked for another. */
export const hauls = (trailer: Equipment, asked: Equipment): boolean =>
  trailer === asked || (alsoHauls[asked]?.includes(trailer) ?? false)

/** A load that waits for a truck. */
export interface OpenLoad {
  id: number
  number: string
  equipment: Equipment
  origin: Point & { city: string; region: string }
  destination: Point & { city: string; region: string }
  /** The days of its pickup, by the clock there. */
  pickupDay: string
  pickupLastDay: string
}

export interface Fit<Load> {
  load: Load
  /** Straight miles from the truck to the pickup. */
  milesAway: number
  /** Whether it goes where the truck says it wants to. */
  isWished: boolean
}

/** Straight miles around a town within which a truck that wants to go there takes a load. */
const nearWishMiles = 100

type Goes = Pick<TruckFacts, 'destinations' | 'avoids'>

/** Whether a delivery is where a truck wants to go; `townOf` finds the point of a town that it names. */
export function isWished(
  { destinations }: Goes,
  to: OpenLoad['destination'],
  townOf: (name: string) => Point | null,
): boolean {
  if (destinations.length === 0) return true
  return destinations.some((wish) => {
    if (wish === to.region) return true
    const town = wish.includes(',') ? townOf(wish) : null
    return town !== null && straightMiles(town, to) <= nearWishMiles
  })
}

/** The loads that a truck could take, those it wishes for first, then the nearest. */
export function loadsFor<Load extends OpenLoad>(
  truck: TruckFacts,
  loads: readonly Load[],
  townOf: (name: string) => Point | null,
): Fit<Load>[] {
  const last = addDays(lastDayOf(truck), 1)
  const fits = loads.flatMap((load): Fit<Load>[] => {
    if (!hauls(truck.equipment, load.equipment) || load.pickupLastDay < truck.fromDay || load.pickupDay > last)
      return []
    if (truck.avoids.includes(load.destination.region)) return []
    const milesAway = straightMiles(truck, load.origin)
    if (milesAway > (truck.radiusMiles ?? usualReachMiles)) return []
    return [{ load, milesAway: Math.round(milesAway), isWished: isWished(truck, load.destination, townOf) }]
  })
  return fits.toSorted(
    (one, other) =>
      Number(other.isWished) - Number(one.isWished) || one.milesAway - other.milesAway || one.load.id - other.load.id,
  )
}
