import { miles } from '#server/atlas.server'
import type { Leg } from '#core/miles/roads'
import { type Point, straightMiles } from '#core/miles/straight'

export interface StopRoute extends Leg {
  legs: StopLeg[]
}

export interface StopLeg extends Leg {
  /** Whether roads (and ferries) join the two stops; where not, the miles are the straight line's. */
  byRoad: boolean
}

/** Truck miles and wheel hours over stops in their order, from the road network. */
export function routeOver(stops: Point[]): StopRoute {
  const legs = stops.slice(1).map((to, at) => legBetween(stops[at]!, to))
  const total = (pick: (leg: Leg) => number) => Math.round(legs.reduce((sum, leg) => sum + pick(leg), 0) * 100) / 100
  return { miles: total((leg) => leg.miles), hours: total((leg) => leg.hours), legs }
}

export function legBetween(from: Point, to: Point): StopLeg {
  const leg = miles().leg(from, to)
  if (leg) return { ...leg, byRoad: true }
  const straight = Math.round(straightMiles(from, to) * 10) / 10
  return { miles: straight, hours: Math.round((straight / slowest) * 100) / 100, byRoad: false }
}

/** Where no road leads nobody drives: hours enough that nothing is promised. */
const slowest = 30

/** The way of a load on the map: a line a leg, and the roads it takes. */
export function waysOver(stops: Point[]) {
  return stops.slice(1).map((to, at) => {
    const way = miles().way(stops[at]!, to)
    return way ? { line: way.line, roads: way.roads } : { line: [stops[at]!, to], roads: [] }
  })
}
