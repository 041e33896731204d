import { type Point, straightMiles } from '../core/place/straight'
import { classOf, type DraftLeg, milesOver } from './draft-legs'
import { smallRoads } from './read-roads'

/** A place where two legs cross on the map without a town of both: where along each it lies (0 to 1), and where it is. */
export interface Crossing {
  legs: [number, number]
  along: [number, number]
  point: Point
}

/** Nearer than this to a town of either road, the town itself is where they meet. */
const minFromTown = 2.5
/** Roads that meet at a smaller angle (its sine) may run beside each other: the map's straight lines cannot tell. */
const minSine = 0.35
/** A way by the towns that is no more than this longer than by the crossing does without it. */
const worthwhile = { factor: 1.15, miles: 8 }

/**
 * Crossings of roads that the files join at no town, where the way round by the towns is much longer:
 * highways that cross on the map have a junction there, written down or not. Not in cities, where the
 * map's straight lines are too rough for it, and not of a freeway with a small road. `apart` are pairs of
 * roads ("I-335|US-56") known to pass over each other.
 */
export function findCrossings(points: Point[], legs: DraftLeg[], apart: Set<string>): Crossing[] {
  const way = milesOver(points.length, legs)
  const crossings: Crossing[] = []
  for (const [one, other] of neighbours(points, legs)) {
    const [p, q] = [legs[one]!, legs[other]!]
    if (!mayMeet(p, q) || apart.has(roadPair(p.road, q.road))) continue
    const met = meeting(points[p.from]!, points[p.to]!, points[q.from]!, points[q.to]!)
    if (!met || met.sine < minSine) continue
    const from = (node: number) => straightMiles(points[node]!, met.point)
    if (Math.min(...[p.from, p.to, q.from, q.to].map(from)) < minFromTown) continue
    const roundabout = [p.from, p.to].some((start) =>
      [q.from, q.to].some((end) => {
        const bound = (from(start) + from(end)) * worthwhile.factor + worthwhile.miles
        return way(start, end, bound) > bound
      }),
    )
    if (roundabout) crossings.push({ legs: [one, other], along: met.along, point: met.point })
  }
  return crossings
}

export const roadPair = (one: string, other: string): string => [one, other].sort().join('|')

/** Whether a junction of two roads may be supposed at all. */
function mayMeet(one: DraftLeg, other: DraftLeg): boolean {
  const both = [one, other]
  if (both.some((leg) => classOf(leg) === 'ferry' || classOf(leg) === 'urban')) return false
  if (both.every((leg) => leg.road !== smallRoads)) return one.road !== other.road
  return both.every((leg) => classOf(leg) !== 'freeway')
}

/** Where two straight lines cross within both, and the sine of the angle; null where they do not. Degrees are squared up by the latitude. */
function meeting(
  a: Point,
  b: Point,
  c: Point,
  d: Point,
): { along: [number, number]; point: Point; sine: number } | null {
  const wide = Math.cos((a.lat * Math.PI) / 180)
  const [px, py, qx, qy] = [(b.lon - a.lon) * wide, b.lat - a.lat, (d.lon - c.lon) * wide, d.lat - c.lat]
  const cross = px * qy - py * qx
  if (cross === 0) return null
  const [x, y] = [(c.lon - a.lon) * wide, c.lat - a.lat]
  const along: [number, number] = [(x * qy - y * qx) / cross, (x * py - y * px) / cross]
  if (along.some((each) => each <= 0 || each >= 1)) return null
  return {
    along,
    point: { lat: a.lat + along[0] * py, lon: a.lon + along[0] * (b.lon - a.lon) },
    sine: Math.abs(cross) / (Math.hypot(px, py) * Math.hypot(qx, qy)),
  }
}

/** Pairs of legs without a common town whose boxes on the map overlap: by squares of a degree, so that not each is held against each. */
function* neighbours(points: Point[], legs: DraftLeg[]): Generator<[number, number]> {
  const squares = new Map<string, number[]>()
  const seen = new Set<number>()
  for (const [at, leg] of legs.entries()) {
    const [a, b] = [points[leg.from]!, points[leg.to]!]
    for (let lat = Math.floor(Math.min(a.lat, b.lat)); lat <= Math.max(a.lat, b.lat); lat += 1) {
      for (let lon = Math.floor(Math.min(a.lon, b.lon)); lon <= Math.max(a.lon, b.lon); lon += 1) {
        const square = squares.get(`${lat} ${lon}`) ?? []
        for (const other of square) {
          const joined = [legs[other]!.from, legs[other]!.to].some((node) => node === leg.from || node === leg.to)
          const pair = at * legs.length + other
          if (joined || seen.has(pair)) continue
          seen.add(pair)
          yield [other, at]
        }
        square.push(at)
        squares.set(`${lat} ${lon}`, square)
      }
    }
  }
}
