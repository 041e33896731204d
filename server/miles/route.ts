import { bestOrder, maxMiddleStops } from '#core/miles/best-order'
import type { Leg } from '#core/miles/roads'
import { type Point, straightMiles } from '#core/place/straight'
import { miles } from '#server/atlas.server'

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

/** Truck miles and driving hours between two points. */
export function legBetween(from: Point, to: Point): StopLeg {
  const leg = miles().leg(from, to)
  if (leg) return { ...leg, byRoad: true }
  const straight = Math.round(straightMiles(from, to) * 10) / 10
  return { miles: straight, hours: Math.round((straight / slowest) * 100) / 100, byRoad: false }
}

/** Where no road leads nobody drives: hours enough that nothing is promised. */
const slowest = 30

/** An order of the middle stops that is shorter than the given one. */
export interface ShorterOrder {
  /** Positions of the stops in the better order; first and last stay. */
  order: number[]
  savedMiles: number
}

/** Fewer miles than this are not worth another order of stops. */
const worthMiles = 5

/** The best order of the middle stops, where it saves enough to be said; null where the given order is as good. */
export function shorterOrder(stops: Point[]): ShorterOrder | null {
  if (stops.length < 4 || stops.length > maxMiddleStops + 2) return null
  const between = stops.map((from) => stops.map((to) => (from === to ? 0 : legBetween(from, to).miles)))
  const order = bestOrder(between)
  const along = (positions: number[]) =>
    positions.slice(1).reduce((sum, stop, at) => sum + between[positions[at]!]![stop]!, 0)
  const savedMiles = Math.round(along(stops.map((_, at) => at)) - along(order))
  return savedMiles >= worthMiles ? { order, savedMiles } : null
}

/** The way of a load on the map: a line a leg, and the roads it takes. */
export function waysOver(stops: Point[]) {
  return stops.slice(1).map((to, at) => {
    const way = miles().way(stops[at]!, to)
    return way ? { line: way.line, roads: way.roads } : { line: [stops[at]!, to], roads: [] }
  })
}
