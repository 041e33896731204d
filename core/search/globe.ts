import type { Point } from '../place/straight'

/** Statute miles, as the search measures: great circles on a globe of this radius. */
export const globeRadius = 3958.8

const radian = Math.PI / 180

/** A point on the globe of radius one. */
export type Unit = readonly [x: number, y: number, z: number]

export const unitOf = ({ lat, lon }: Point): Unit => {
  const level = Math.cos(lat * radian)
  return [level * Math.cos(lon * radian), level * Math.sin(lon * radian), Math.sin(lat * radian)]
}

/** The squared straight line through the globe between two points that many miles apart over it: what is compared in place of miles. */
export const chord2OfMiles = (miles: number): number => {
  const half = miles / (2 * globeRadius)
  return half >= Math.PI / 2 ? 4 : 4 * Math.sin(half) ** 2
}

export const milesOfChord2 = (chord2: number): number => 2 * globeRadius * Math.asin(Math.min(1, Math.sqrt(chord2) / 2))
