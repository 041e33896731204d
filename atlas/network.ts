import type { NetworkData } from '../core/miles/network'
import { roadClasses } from '../core/miles/network'
import { type Point, straightMiles } from '../core/place/straight'
import type { Factors } from './factors'
import {
  addLeg,
  type Draft,
  drivenClass,
  joinRoads,
  legMiles,
  nearestPair,
  nodeAt,
  runningMiles,
  shareOfWay,
  stretchPoints,
  type TownMiddles,
  type TownPoints,
  townKey,
} from './legs'
import type { Stretch } from './read-roads'
import { statedMiles } from './read-roads'

/** The network out of the roads: towns become nodes, neighbours on a road are joined by a leg. */
export function makeNetwork(
  stretches: Stretch[],
  towns: TownPoints,
  junctions: Set<string>,
  middles: TownMiddles,
  factors: Factors,
): { data: NetworkData; lost: string[] } {
  const lost: string[] = []
  const placed = placeJunctions(stretches, towns)
  for (const town of stretches.flatMap((stretch) => stretch.towns))
    town.junction = junctions.has(townKey(town)) || !towns.has(townKey(town))
  const draft: Draft = { nodes: new Map(), legs: new Map(), offRoad: new Map() }
  for (const stretch of stretches) {
    const points = stretchPoints(stretch, placed)
    const miles = legMiles(stretch, points, factors)
    const nodes = stretch.towns.map((town, at) => points[at] && nodeAt(draft, town, points[at]))
    noteOffRoad(draft, stretch, nodes, points)
    for (const [at, to] of stretch.towns.entries()) {
      const node = nodes[at]
      if (node === undefined) lost.push(`${stretch.file}: ${stretch.road}: ${to.town}, ${to.region}`)
      const before = at > 0 ? nodes[at - 1] : undefined
      if (before === undefined || node === undefined) continue
      addLeg(draft, {
        from: before,
        to: node,
        road: stretch.road,
        class: roadClasses.indexOf(drivenClass(to.class, points[at]!)),
        miles: miles[at - 1]!,
      })
    }
  }
  joinRoads(draft)
  return { data: columns(draft, middles, factors), lost }
}

/** Mileposts are whole miles: this much of a difference is rounding. */
const milepostSlack = 0

/** No town is farther from the road it is named on. */
const maxOffRoad = 6

/** Of each town with mileposts: how far its middle is from the nearest of its roads. */
function noteOffRoad(
  draft: Draft,
  stretch: Stretch,
  nodes: (number | undefined)[],
  points: (Point | undefined)[],
): void {
  for (const [at, town] of stretch.towns.entries()) {
    const node = nodes[at]
    if (node === undefined || town.milepost === null || town.junction || at === 0 || at === stretch.towns.length - 1)
      continue
    draft.offRoad.set(node, Math.min(draft.offRoad.get(node) ?? maxOffRoad, milesOffRoad(stretch, at, points)))
  }
}

/**
 * How far a town lies off its road at the least: with the road miles M between its neighbours
 * shorter than the straight lines by way of the town, the height of that triangle over M.
 */
function milesOffRoad(stretch: Stretch, at: number, points: (Point | undefined)[]): number {
  const before = points[at - 1]
  const after = points[at + 1]
  const legs = statedMiles(stretch)
  const [one, other] = [legs[at - 1]?.miles ?? null, legs[at]?.miles ?? null]
  if (
    !before ||
    !after ||
    one === null ||
    other === null ||
    stretch.towns[at]!.milepost === null ||
    stretch.towns[at]!.junction
  )
    return 0
  const [a, b, road] = [
    straightMiles(before, points[at]!),
    straightMiles(points[at]!, after),
    one + other + milepostSlack,
  ]
  if (road >= a + b || road <= Math.abs(a - b)) return 0
  const half = (a + b + road) / 2
  return Math.min(maxOffRoad, (2 * Math.sqrt(half * (half - a) * (half - b) * (half - road))) / road)
}

/** Junctions the gazetteer does not know lie between their neighbours, in proportion to the miles. */
function placeJunctions(stretches: Stretch[], towns: TownPoints): TownPoints {
  const placed = new Map(towns)
  for (const stretch of stretches) {
    const mileposts = runningMiles(stretch)
    const legs = statedMiles(stretch).map((leg) => leg.miles)
    for (const [at, town] of stretch.towns.entries()) {
      if (placed.has(townKey(town))) continue
      const before = stretch.towns.findLastIndex((each, index) => index < at && placed.has(townKey(each)))
      const after = stretch.towns.findIndex((each, index) => index > at && placed.has(townKey(each)))
      if (before < 0 || after < 0) continue
      const [from, to] = nearestPair(
        placed.get(townKey(stretch.towns[before]!))!,
        placed.get(townKey(stretch.towns[after]!))!,
      )
      const share = mileposts
        ? (mileposts[at]! - mileposts[before]!) / Math.max(0.1, mileposts[after]! - mileposts[before]!)
        : shareOfWay(legs, before, at, after, straightMiles(from, to))
      placed.set(townKey(town), [
        { lat: from.lat + (to.lat - from.lat) * share, lon: from.lon + (to.lon - from.lon) * share },
      ])
    }
  }
  return placed
}

function columns(draft: Draft, middles: TownMiddles, factors: Factors): NetworkData {
  const nodes = [...draft.nodes.values()]
  const toMiddle = (node: (typeof nodes)[number]) => {
    const key = townKey({ town: node.name, region: node.region })
    return (
      middles.miles.get(key) ??
      (draft.offRoad.get(node.at) ?? 0) * factors.offRoad + (middles.bigCities.has(key) ? factors.cityStreets : 0)
    )
  }
  const legs = [...draft.legs.values()]
  const roads = [...new Set(legs.map((leg) => leg.road))]
  const degrees = (value: number) => Math.round(value * 10_000)
  return {
    nodes: {
      name: nodes.map((node) => node.name),
      region: nodes.map((node) => node.region),
      lat: nodes.map((node) => degrees(node.point.lat)),
      lon: nodes.map((node) => degrees(node.point.lon)),
      offRoad: nodes.map((node) => Math.round(toMiddle(node) * 10)),
    },
    roads,
    legs: {
      from: legs.map((leg) => leg.from),
      to: legs.map((leg) => leg.to),
      road: legs.map((leg) => roads.indexOf(leg.road)),
      class: legs.map((leg) => leg.class),
      tenths: legs.map((leg) => Math.max(1, Math.round(leg.miles * 10))),
    },
  }
}
