import { countryOfRegion } from '../place/regions'
import type { Point } from '../place/straight'

/** How a road is built, which says how fast a truck goes on it and how much it winds. */
export const roadClasses = [
  'freeway',
  'urban',
  'wide',
  'divided',
  'open',
  'two-lane',
  'local',
  'mountain',
  'ferry',
] as const
export type RoadClass = (typeof roadClasses)[number]

/** The highway network as it is stored: one column a field. */
export interface NetworkData {
  nodes: { name: string[]; region: string[]; lat: number[]; lon: number[]; offRoad: number[] }
  roads: string[]
  legs: {
    /** Positions in `nodes`. */
    from: number[]
    to: number[]
    /** Position in `roads`. */
    road: number[]
    /** Position in `roadClasses`. */
    class: number[]
    /** Tenths of a mile. */
    tenths: number[]
  }
}

export interface Node extends Point {
  name: string
  region: string
  /** Miles from the road to the middle of the town. */
  offRoad: number
}

export interface RoadLeg {
  from: number
  to: number
  road: string
  class: RoadClass
  miles: number
  hours: number
  /** What the way by this leg weighs in the choice of a practical route: hours, more on small roads. */
  cost: number
}

export interface Network {
  nodes: Node[]
  legs: RoadLeg[]
  /** For each node, the positions of its legs. */
  legsOf: number[][]
}

/**
 * Truck speeds by class of road, miles an hour, with towns, grades and traffic in them: between the
 * free-flow speeds of governed trucks (62 to 65 on rural interstates) and what fleets average.
 */
export const truckSpeeds: Record<RoadClass, number> = {
  freeway: 61,
  urban: 48,
  wide: 60,
  divided: 55,
  open: 58,
  'two-lane': 48,
  local: 50,
  mountain: 42,
  ferry: 14,
}

/** How much longer an hour on a class of road seems to whoever plans for a truck: practical routes keep to the big roads. */
export const reluctance: Record<RoadClass, number> = {
  freeway: 1,
  urban: 1,
  wide: 1.02,
  divided: 1.03,
  open: 1.06,
  'two-lane': 1.03,
  local: 1.2,
  mountain: 1.1,
  ferry: 1.5,
}

/** How many hours of road a planner would rather drive than cross a border once more: a load between two places of one country stays in it where that is not much longer. */
export const borderReluctance = 0.75

/** The network ready for use, from its stored columns. */
export function readNetwork(data: NetworkData): Network {
  const nodes = data.nodes.name.map(
    (name, at): Node => ({
      name,
      region: data.nodes.region[at]!,
      lat: data.nodes.lat[at]! / 10_000,
      lon: data.nodes.lon[at]! / 10_000,
      offRoad: data.nodes.offRoad[at]! / 10,
    }),
  )
  const legs = data.legs.from.map((from, at): RoadLeg => {
    const roadClass = roadClasses[data.legs.class[at]!]!
    const miles = data.legs.tenths[at]! / 10
    const hours = miles / truckSpeeds[roadClass]
    const to = data.legs.to[at]!
    const crosses = countryOfRegion(data.nodes.region[from]!) !== countryOfRegion(data.nodes.region[to]!)
    return {
      from,
      to,
      road: data.roads[data.legs.road[at]!]!,
      class: roadClass,
      miles,
      hours,
      cost: hours * reluctance[roadClass] + (crosses ? borderReluctance : 0),
    }
  })
  const legsOf = nodes.map((): number[] => [])
  for (const [at, leg] of legs.entries()) {
    legsOf[leg.from]!.push(at)
    legsOf[leg.to]!.push(at)
  }
  return { nodes, legs, legsOf }
}
