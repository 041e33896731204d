import { straightMiles } from '../place/straight'
import { type PlacePoints, pointAt } from './field'

/** Fewer places than the spots, spread over them, between which levels that move with time are interpolated. */
export interface Knots extends PlacePoints {
  /** Miles between all pairs, one row a knot. */
  miles: Float64Array
}

const maxKnots = 56
/** Nearer than this, a new knot tells nothing new. */
const minApart = 90
const rounds = 4
/** How far a knot's say reaches. */
const reachMiles = 130
export const knotsOfSpot = 3

/**
 * Chooses knots among the spots: always the spot that most weight is farthest from, then drawn to
 * the middle of their weights (k-means; Lloyd 1982). No chance is involved.
 */
export function chooseKnots(spots: PlacePoints, weight: ArrayLike<number>): Knots {
  const count = spots.lat.length
  const distance = new Float64Array(count).fill(2500)
  const chosen: { lat: number; lon: number }[] = []
  while (chosen.length < Math.min(maxKnots, count)) {
    let best = -1
    let most = 0
    for (let at = 0; at < count; at++) {
      const score = Math.sqrt(weight[at]!) * distance[at]! ** 1.5
      if (distance[at]! >= minApart && score > most) [best, most] = [at, score]
    }
    if (best < 0) break
    const point = pointAt(spots, best)
    chosen.push(point)
    for (let at = 0; at < count; at++) distance[at] = Math.min(distance[at]!, straightMiles(point, pointAt(spots, at)))
  }
  if (chosen.length === 0 && count > 0) chosen.push(pointAt(spots, 0))
  for (let round = 0; round < rounds; round++) moveToMiddles(chosen, spots, weight)
  const miles = new Float64Array(chosen.length ** 2)
  for (let one = 0; one < chosen.length; one++)
    for (let other = 0; other < chosen.length; other++)
      miles[one * chosen.length + other] = straightMiles(chosen[one]!, chosen[other]!)
  return { lat: chosen.map(({ lat }) => lat), lon: chosen.map(({ lon }) => lon), miles }
}

function moveToMiddles(chosen: { lat: number; lon: number }[], spots: PlacePoints, weight: ArrayLike<number>): void {
  const sums = chosen.map(() => ({ lat: 0, lon: 0, weight: 0 }))
  for (let at = 0; at < spots.lat.length; at++) {
    const point = pointAt(spots, at)
    let nearest = 0
    let least = Number.POSITIVE_INFINITY
    for (const [index, knot] of chosen.entries()) {
      const apart = (knot.lat - point.lat) ** 2 + (0.77 * (knot.lon - point.lon)) ** 2
      if (apart < least) [nearest, least] = [index, apart]
    }
    const sum = sums[nearest]!
    const mine = weight[at]! + 1e-6
    sum.lat += mine * point.lat
    sum.lon += mine * point.lon
    sum.weight += mine
  }
  for (const [index, sum] of sums.entries())
    if (sum.weight > 0) chosen[index] = { lat: sum.lat / sum.weight, lon: sum.lon / sum.weight }
}

/** The nearest knots of a point and their shares, which add up to 1. Fewer knots than asked for: the rest have none. */
export function knotShares(knots: Knots, point: { lat: number; lon: number }): { at: number; share: number }[] {
  const nearest = knots.lat
    .map((_, at) => ({ at, miles: straightMiles(point, pointAt(knots, at)) }))
    .sort((one, other) => one.miles - other.miles)
    .slice(0, knotsOfSpot)
  const least = nearest[0]?.miles ?? 0
  const shares = nearest.map(({ at, miles }) => ({
    at,
    share: Math.exp(-(miles ** 2 - least ** 2) / (2 * reachMiles ** 2)),
  }))
  const total = shares.reduce((sum, { share }) => sum + share, 0)
  return shares.map(({ at, share }) => ({ at, share: share / total }))
}
