import type { NetworkData, RoadClass } from '../core/miles/network'
import { roadClasses } from '../core/miles/network'
import { type Point, straightMiles } from '../core/miles/straight'
import { nameKey } from '../core/place/name-key'
import { findCrossings, roadPair } from './crossings'
import { cutLegs, type DraftLeg } from './draft-legs'
import type { Factors } from './factors'
import { findPassedTowns } from './passed-towns'
import type { RoadTown, Stretch } from './read-roads'
import { statedMiles } from './read-roads'

/** Where each name of a town may lie: several points for a name that a region has twice. */
export type TownPoints = Map<string, Point[]>

/** What is known of the way from the roads to the middle of a town, by town key: the miles where they are written down, and which cities are big. */
export interface TownMiddles {
  miles: Map<string, number>
  bigCities: Set<string>
}

export const townKey = (town: { town: string; region: string }): string => `${nameKey(town.town)}|${town.region}`

/** Points of one name nearer than this are one node. */
const sameNodeMiles = 12

interface Draft {
  /** Miles from a node's road to the middle of its town. */
  offRoad: Map<number, number>
  nodes: Map<string, { name: string; region: string; point: Point; at: number }>
  legs: Map<string, DraftLeg>
}

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

/** West of the one line, and north of the other as far as the Ottawa, towns are far apart: a two-lane road is driven nearly as fast as a divided one, a divided one as a freeway. */
const openCountry = { westOf: -97.5, northOf: 45.5, northernWestOf: -79 }

const openClasses: Partial<Record<RoadClass, RoadClass>> = { 'two-lane': 'open', divided: 'wide' }

const drivenClass = (written: RoadClass, { lat, lon }: Point): RoadClass =>
  lon < openCountry.westOf || (lat > openCountry.northOf && lon < openCountry.northernWestOf)
    ? (openClasses[written] ?? written)
    : written

/** Mileposts are whole miles: this much of a difference is rounding. */
const milepostSlack = 0

/** No town is farther from the road it is named on. */
const mostOffRoad = 6

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
    draft.offRoad.set(node, Math.min(draft.offRoad.get(node) ?? mostOffRoad, milesOffRoad(stretch, at, points)))
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
  return Math.min(mostOffRoad, (2 * Math.sqrt(half * (half - a) * (half - b) * (half - road))) / road)
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

/** A road between towns against the straight line, where a junction on it has to be placed. */
const windingFactor = 1.1
/** A junction that its stated miles put beyond the next town lies this far along. */
const mostShare = 0.95

/** How far along the way from one placed town to the next a junction lies: by the miles stated on one side of it, else by its turn among the names. */
function shareOfWay(legs: (number | null)[], before: number, at: number, after: number, straight: number): number {
  const total = straight * windingFactor
  const stated = (from: number, to: number) =>
    legs.slice(from, to).reduce((sum: number | null, leg) => (sum === null || leg === null ? null : sum + leg), 0)
  const [gone, left] = [stated(before, at), stated(at, after)]
  if (gone !== null) return Math.min(mostShare, gone / total)
  if (left !== null) return 1 - Math.min(mostShare, left / total)
  return (at - before) / (after - before)
}

/** Miles from the stretch's beginning to each town, or null if any leg of it is not stated. */
function runningMiles(stretch: Stretch): number[] | null {
  const legs = statedMiles(stretch)
  const running = [0]
  for (const leg of legs) {
    if (leg.miles === null) return null
    running.push(running.at(-1)! + leg.miles)
  }
  return running
}

function nearestPair(ones: Point[], others: Point[]): [Point, Point] {
  const pairs = ones.flatMap((one) => others.map((other): [Point, Point] => [one, other]))
  return pairs.reduce((best, pair) => (straightMiles(pair[0], pair[1]) < straightMiles(best[0], best[1]) ? pair : best))
}

/** The point of each town of a stretch; of two towns of one name, the one nearer to its neighbours. */
function stretchPoints(stretch: Stretch, placed: TownPoints): (Point | undefined)[] {
  const candidates = stretch.towns.map((town) => placed.get(townKey(town)) ?? [])
  return candidates.map((points, at) => {
    if (points.length < 2) return points[0]
    const around = [...candidates.slice(Math.max(0, at - 3), at), ...candidates.slice(at + 1, at + 4)]
      .filter((each) => each.length === 1)
      .map((each) => each[0]!)
    if (around.length === 0) return points[0]
    const reach = (point: Point) => Math.min(...around.map((each) => straightMiles(point, each)))
    return points.reduce((best, point) => (reach(point) < reach(best) ? point : best))
  })
}

/** Miles of each leg: as stated, or from the map by the factor of its class. */
function legMiles(stretch: Stretch, points: (Point | undefined)[], factors: Factors): number[] {
  const legs = statedMiles(stretch)
  const straight = points.slice(1).map((to, at) => (to && points[at] ? straightMiles(points[at], to) : 0))
  return legs.map((leg, at) => {
    const town = stretch.towns[at + 1]!
    const byMap =
      points[at + 1] === undefined ? 0 : straight[at]! * factors[drivenClass(town.class, points[at + 1]!)] + 0.1
    if (leg.between) {
      const total = straight.slice(leg.between.from, leg.between.to).reduce((sum, each) => sum + each, 0)
      return (leg.between.miles * straight[at]!) / Math.max(0.1, total)
    }
    if (leg.miles === null) return byMap
    if (town.miles !== null) return Math.max(straight[at]!, weighed(town.miles, byMap, factors))
    return Math.max(0.3, leg.miles)
  })
}

/** A stated figure against the map's: one rounded to fives is trusted less. */
function weighed(stated: number, byMap: number, factors: Factors): number {
  const trust = stated % 5 === 0 ? factors.trustRounded : factors.trust
  return stated * trust + byMap * (1 - trust)
}

function nodeAt(draft: Draft, town: RoadTown, point: Point): number {
  const key = townKey(town)
  for (let copy = 0; ; copy += 1) {
    const known = draft.nodes.get(`${key}#${copy}`)
    if (known && straightMiles(known.point, point) < sameNodeMiles) return known.at
    if (known) continue
    draft.nodes.set(`${key}#${copy}`, { name: town.town, region: town.region, point, at: draft.nodes.size })
    return draft.nodes.size - 1
  }
}

/** Two roads that share a stretch are one leg: the better class of the two, and the miles of the mileposts that came first. */
function addLeg(draft: Draft, leg: DraftLeg): void {
  if (leg.from === leg.to) return
  const key = leg.from < leg.to ? `${leg.from} ${leg.to}` : `${leg.to} ${leg.from}`
  const known = draft.legs.get(key)
  if (!known || leg.class < known.class) draft.legs.set(key, leg)
}

/** Roads that cross without a junction: turnpikes between their exits. */
const passingOver = new Set([roadPair('I-335', 'US-56')])

/** Puts towns on the roads that pass them, and a junction where highways cross. */
function joinRoads(draft: Draft): void {
  const towns = [...draft.nodes.values()]
  const points = towns.map((town) => town.point)
  const regions = towns.map((town) => town.region)
  const drawn = [...draft.legs.values()]
  replaceLegs(draft, cutLegs(drawn, findPassedTowns(points, regions, drawn)))
  const legs = [...draft.legs.values()]
  const crossings = findCrossings(points, legs, passingOver)
  for (const {
    legs: [one, other],
    point,
  } of crossings) {
    const ends = [one, other].flatMap((leg) => [legs[leg]!.from, legs[leg]!.to])
    const nearest = ends.reduce((best, end) =>
      straightMiles(points[end]!, point) < straightMiles(points[best]!, point) ? end : best,
    )
    draft.nodes.set(`crossing ${draft.nodes.size}`, {
      name: `${legs[one]!.road} at ${legs[other]!.road}`,
      region: regions[nearest]!,
      point,
      at: draft.nodes.size,
    })
  }
  const cuts = crossings.flatMap((crossing, at) =>
    [0, 1].map((side) => ({ leg: crossing.legs[side]!, along: crossing.along[side]!, node: points.length + at })),
  )
  replaceLegs(draft, cutLegs(legs, cuts))
}

function replaceLegs(draft: Draft, legs: DraftLeg[]): void {
  draft.legs.clear()
  for (const leg of legs) addLeg(draft, leg)
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
