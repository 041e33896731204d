import type { RoadClass } from '../core/miles/network'
import { nameKey } from '../core/place/name-key'
import { type Point, straightMiles } from '../core/place/straight'
import { findCrossings, roadPair } from './crossings'
import { cutLegs, type DraftLeg } from './draft-legs'
import type { Factors } from './factors'

import { findPassedTowns } from './passed-towns'
import type { RoadTown, Stretch } from './read-roads'
import { statedMiles } from './read-roads'

export interface Draft {
  /** Miles from a node's road to the middle of its town. */
  offRoad: Map<number, number>
  nodes: Map<string, { name: string; region: string; point: Point; at: number }>
  legs: Map<string, DraftLeg>
}

/** A junction that its stated miles put beyond the next town lies this far along. */
const maxShare = 0.95

/** How far along the way from one placed town to the next a junction lies: by the miles stated on one side of it, else by its turn among the names. */
export function shareOfWay(
  legs: (number | null)[],
  before: number,
  at: number,
  after: number,
  straight: number,
): number {
  const total = straight * windingFactor
  const stated = (from: number, to: number) =>
    legs.slice(from, to).reduce((sum: number | null, leg) => (sum === null || leg === null ? null : sum + leg), 0)
  const [gone, left] = [stated(before, at), stated(at, after)]
  if (gone !== null) return Math.min(maxShare, gone / total)
  if (left !== null) return 1 - Math.min(maxShare, left / total)
  return (at - before) / (after - before)
}

/** Miles from the stretch's beginning to each town, or null if any leg of it is not stated. */
export function runningMiles(stretch: Stretch): number[] | null {
  const legs = statedMiles(stretch)
  const running = [0]
  for (const leg of legs) {
    if (leg.miles === null) return null
    running.push(running.at(-1)! + leg.miles)
  }
  return running
}

export function nearestPair(ones: Point[], others: Point[]): [Point, Point] {
  const pairs = ones.flatMap((one) => others.map((other): [Point, Point] => [one, other]))
  return pairs.reduce((best, pair) => (straightMiles(pair[0], pair[1]) < straightMiles(best[0], best[1]) ? pair : best))
}

/** The point of each town of a stretch; of two towns of one name, the one nearer to its neighbours. */
export function stretchPoints(stretch: Stretch, placed: TownPoints): (Point | undefined)[] {
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
export function legMiles(stretch: Stretch, points: (Point | undefined)[], factors: Factors): number[] {
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

export function nodeAt(draft: Draft, town: RoadTown, point: Point): number {
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
export function addLeg(draft: Draft, leg: DraftLeg): void {
  if (leg.from === leg.to) return
  const key = leg.from < leg.to ? `${leg.from} ${leg.to}` : `${leg.to} ${leg.from}`
  const known = draft.legs.get(key)
  if (!known || leg.class < known.class) draft.legs.set(key, leg)
}

/** Roads that cross without a junction: turnpikes between their exits. */
const passingOver = new Set([roadPair('I-335', 'US-56')])

/** Puts towns on the roads that pass them, and a junction where highways cross. */
export function joinRoads(draft: Draft): void {
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

/** Where each name of a town may lie: several points for a name that a region has twice. */
export type TownPoints = Map<string, Point[]>

/** What is known of the way from the roads to the middle of a town, by town key: the miles where they are written down, and which cities are big. */
export interface TownMiddles {
  miles: Map<string, number>
  bigCities: Set<string>
}

export const townKey = (town: { town: string; region: string }): string => `${nameKey(town.town)}|${town.region}`

/** Points of one name nearer than this are one node. */
export const sameNodeMiles = 12

/** West of the one line, and north of the other as far as the Ottawa, towns are far apart: a two-lane road is driven nearly as fast as a divided one, a divided one as a freeway. */
const openCountry = { westOf: -97.5, northOf: 45.5, northernWestOf: -79 }

const openClasses: Partial<Record<RoadClass, RoadClass>> = { 'two-lane': 'open', divided: 'wide' }

export const drivenClass = (written: RoadClass, { lat, lon }: Point): RoadClass =>
  lon < openCountry.westOf || (lat > openCountry.northOf && lon < openCountry.northernWestOf)
    ? (openClasses[written] ?? written)
    : written

/** A road between towns against the straight line, where a junction on it has to be placed. */
export const windingFactor = 1.1
