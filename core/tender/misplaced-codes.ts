import { type Point, straightMiles } from '../place/straight'

/** Where a code is with us, and where the tender says its place is. */
export interface MappedPlace {
  codeId: number
  code: string
  facility: Point & { name: string; city: string; region: string }
  stated: Point & { city: string; region: string }
}

/** A code whose facility is elsewhere than the tender says. */
export interface MisplacedCode {
  codeId: number
  code: string
  words: string
  /** Air miles. */
  milesAway: number
}

/**
 * A tender tells a place by its postal code or town, which may be this far from the gate (air miles); farther off, the
 * code means another place than we hold it for. Half a metropolitan area across, chosen by us.
 */
export const maxMilesOff = 30

/** Which mapped codes mean, by the tender's own words, another place than ours; the farthest off first. */
export function misplacedAmong(places: readonly MappedPlace[]): MisplacedCode[] {
  return places
    .map(({ codeId, code, facility, stated }) => ({
      codeId,
      code,
      milesAway: Math.round(straightMiles(facility, stated)),
      words: `${code} is ${facility.name} in ${facility.city}, ${facility.region} with us; the tender says ${stated.city}, ${stated.region}`,
    }))
    .filter(({ milesAway }) => milesAway > maxMilesOff)
    .toSorted((one, other) => other.milesAway - one.milesAway)
}
