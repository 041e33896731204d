import type { Point } from '../place/straight'
import type { Choice } from './labels'
import type { Door, Leg, Roads, Way } from './roads'

/** Miles and hours over several stops, leg by leg. */
export interface Route extends Leg {
  legs: Leg[]
}

/** Truck miles between places, remembered while it lives: a desk asks for the same places all day. */
export interface Miles {
  /** Miles (to a tenth) and hours from one point to the next; null where no road joins them. */
  leg(from: Point, to: Point): Leg | null
  /** The stops in their order; null where two of them are not joined. */
  route(stops: Point[]): Route | null
  /** The way as it is driven, for the map and for its description. */
  way(from: Point, to: Point, choice?: Choice): Way | null
}

/** Places whose ways onto the network are kept ready. */
const keptDoors = 50_000

/** Miles over a road network. */
export function makeMiles(roads: Roads): Miles {
  const doors = new Map<string, Door>()
  const door = (point: Point) => {
    const key = `${point.lat} ${point.lon}`
    const known = doors.get(key)
    if (known) return known
    // The oldest goes: a Map keeps its keys in the order in which they came.
    if (doors.size >= keptDoors) doors.delete(doors.keys().next().value!)
    const made = roads.door({ lat: point.lat, lon: point.lon })
    doors.set(key, made)
    return made
  }
  const leg = (from: Point, to: Point) => rounded(roads.between(door(from), door(to)))
  return {
    leg,
    route(stops) {
      const legs = stops.slice(1).map((to, at) => leg(stops[at]!, to))
      if (legs.some((each) => each === null)) return null
      return { ...totals(legs as Leg[]), legs: legs as Leg[] }
    },
    way: (from, to, choice) => roads.way(door(from), door(to), choice),
  }
}

const rounded = (leg: Leg | null): Leg | null =>
  leg && { miles: Math.round(leg.miles * 10) / 10, hours: Math.round(leg.hours * 100) / 100 }

function totals(legs: Leg[]): Leg {
  const total = (pick: (leg: Leg) => number) => Math.round(legs.reduce((sum, each) => sum + pick(each), 0) * 100) / 100
  return { miles: total((each) => each.miles), hours: total((each) => each.hours) }
}
