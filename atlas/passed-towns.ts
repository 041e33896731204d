import type { RoadClass } from '../core/miles/network'
import { type Point, straightMiles } from '../core/place/straight'
import { type Cut, classOf, type DraftLeg, milesOver } from './draft-legs'

/** A town is on a road that passes it no farther off than this, */
const maxAside = 1.3
/** and no nearer than this to either end of the leg: beside a town of the road it is served from there. */
const minFromEnd = 4
/** A way to an end of the leg that is no more than this longer than along the leg is left as it is. */
const worthwhile = { factor: 1.25, miles: 6 }

const withoutWayIn: RoadClass[] = ['freeway', 'urban', 'ferry']

/**
 * Towns a leg passes without naming them, where the way round from them to an end of the leg is much
 * longer: a road is left out of a town's list more easily than it passes a town without a way in. Not from
 * a freeway, whose exits are written down, not in cities, not by ferry, and not over a river into another
 * state (`regions`: the state of each node).
 */
export function findPassedTowns(points: Point[], regions: string[], legs: DraftLeg[]): Cut[] {
  const way = milesOver(points.length, legs)
  const near = bySquares(points)
  const cuts: Cut[] = []
  for (const [at, leg] of legs.entries()) {
    const [from, to] = [points[leg.from]!, points[leg.to]!]
    if (withoutWayIn.includes(classOf(leg)) || straightMiles(from, to) < 2 * minFromEnd) continue
    for (const node of near(from, to)) {
      if (node === leg.from || node === leg.to || ![regions[leg.from], regions[leg.to]].includes(regions[node]))
        continue
      const along = nearestAlong(from, to, points[node]!)
      if (along === null) continue
      const roundabout = [leg.from, leg.to].some((end) => {
        const bound = straightMiles(points[end]!, points[node]!) * worthwhile.factor + worthwhile.miles
        return way(end, node, bound) > bound
      })
      if (roundabout) cuts.push({ leg: at, along, node })
    }
  }
  return cuts
}

/** Where a straight line passes a point, from 0 to 1; null where it does not pass near enough, or only near an end. */
function nearestAlong(from: Point, to: Point, point: Point): number | null {
  const wide = Math.cos((from.lat * Math.PI) / 180)
  const [x, y] = [(to.lon - from.lon) * wide, to.lat - from.lat]
  const along = ((point.lon - from.lon) * wide * x + (point.lat - from.lat) * y) / (x * x + y * y)
  const foot = { lat: from.lat + along * y, lon: from.lon + along * (to.lon - from.lon) }
  const ends = [straightMiles(from, point), straightMiles(to, point)]
  return along > 0 && along < 1 && straightMiles(foot, point) <= maxAside && Math.min(...ends) >= minFromEnd
    ? along
    : null
}

/** Nodes in the squares of half a degree that the box around two points touches. */
function bySquares(points: Point[]): (from: Point, to: Point) => number[] {
  const size = 0.5
  const squares = new Map<string, number[]>()
  const square = (value: number) => Math.floor(value / size)
  for (const [node, { lat, lon }] of points.entries()) {
    const key = `${square(lat)} ${square(lon)}`
    squares.set(key, [...(squares.get(key) ?? []), node])
  }
  return (from, to) => {
    const found: number[] = []
    for (
      let lat = square(Math.min(from.lat, to.lat) - 0.03);
      lat <= square(Math.max(from.lat, to.lat) + 0.03);
      lat += 1
    ) {
      for (
        let lon = square(Math.min(from.lon, to.lon) - 0.03);
        lon <= square(Math.max(from.lon, to.lon) + 0.03);
        lon += 1
      )
        found.push(...(squares.get(`${lat} ${lon}`) ?? []))
    }
    return found
  }
}
