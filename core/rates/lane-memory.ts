import type { PlacePoints } from './field'
import { choleskyInPlace, solveInPlace } from './linear'

/** What each lane has shown beyond all that is known of its ends: decayed means of what is left. */
export interface LaneMemory {
  /** Lane key to its position in the columns below. */
  index: Map<number, number>
  sum: number[]
  weight: number[]
  /** Days since 1970 of the last price. */
  at: number[]
  /** Loads bought. */
  count: number[]
  likeness: LaneLikeness
}

/** Variances: what neighbouring lanes share, and what is each lane's own. */
export interface LaneLikeness {
  shared: number
  own: number
}

const halfLifeDays = 240
const togetherMiles = 80
/** Neighbouring ends that are asked, and lanes that have a say. */
const neighboursAsked = 9
const neighbourMiles = 120
const maxLanes = 10
/** A lane with as many prices does not ask its neighbours. */
const busy = 60

/** One number for an origin and a destination. */
export const laneKey = (origin: number, dest: number): number => origin * 65_536 + dest

/** A memory of lanes that has seen nothing yet. */
export const emptyLaneMemory = (likeness: LaneLikeness): LaneMemory => ({
  index: new Map(),
  sum: [],
  weight: [],
  at: [],
  count: [],
  likeness,
})

/**
 * The nearest spots of a spot, itself first. Positions are in miles on one plane, so that the
 * likeness of lanes is a proper covariance; away from the 38th parallel it is a little off.
 */
export type Neighbours = { at: number; x: number; y: number }[]

const planeMilesPerDegree = 69.1
const planeShrink = Math.cos((38 * Math.PI) / 180)

/** Returns the spots near a spot, the nearest first. */
export function neighboursOf(spots: PlacePoints, spot: number): Neighbours {
  const plane = (at: number) => ({
    at,
    x: spots.lon[at]! * planeShrink * planeMilesPerDegree,
    y: spots.lat[at]! * planeMilesPerDegree,
  })
  const here = plane(spot)
  const near: Neighbours = []
  for (let at = 0; at < spots.lat.length; at++) {
    if (at === spot || Math.abs(spots.lat[at]! - spots.lat[spot]!) > 2) continue
    const there = plane(at)
    if (milesApart(here, there) <= neighbourMiles) near.push(there)
  }
  near.sort((one, other) => milesApart(here, one) - milesApart(here, other))
  return [here, ...near.slice(0, neighboursAsked - 1)]
}

const milesApart = (one: { x: number; y: number }, other: { x: number; y: number }) =>
  Math.hypot(one.x - other.x, one.y - other.y)

/**
 * The likeness that lanes themselves show: how much their means vary beyond chance, and how much of
 * it neighbours have in common (products of the means of neighbouring lanes, by least squares).
 */
export function laneLikenessOf(
  lanes: { index: Map<number, number>; means: Float64Array; weight: Float64Array },
  spots: PlacePoints,
  noise: number,
  least = 2e-4,
): LaneLikeness {
  const near = spots.lat.map((_, at) => neighboursOf(spots, at))
  let [variance, total, product, alike] = [0, 0, 0, 0]
  for (const [key, position] of lanes.index) {
    const [origin, dest] = [Math.floor(key / 65_536), key % 65_536]
    const chance = noise / (lanes.weight[position]! + 1e-9)
    const sure = 1 / (0.01 + chance)
    if (lanes.weight[position]! <= 0 || !near[origin] || !near[dest]) continue
    // A lane's few prices have drawn its ends towards it: at least three tell of the lane itself.
    if (lanes.weight[position]! >= 2.5) {
      variance += sure * (lanes.means[position]! ** 2 - chance)
      total += sure
    }
    for (const from of near[origin]!) {
      for (const to of near[dest]!) {
        const other = lanes.index.get(laneKey(from.at, to.at))
        if (other === undefined || other === position || lanes.weight[other]! <= 0) continue
        const both = sure / (0.01 + noise / lanes.weight[other]!)
        const falls = Math.exp(-(milesApart(near[origin]![0]!, from) + milesApart(near[dest]![0]!, to)) / togetherMiles)
        product += both * falls * lanes.means[position]! * lanes.means[other]!
        alike += both * falls * falls
      }
    }
  }
  const shared = Math.max(least, alike > 0 ? product / alike : 0)
  return { shared, own: Math.max(least, (total > 0 ? variance / total : 0) - shared) }
}

/** Learns what one price showed beyond its ends. Only what was paid counts as a comparable. */
export function learnLane(
  memory: LaneMemory,
  key: number,
  residual: number,
  at: number,
  trust: number,
  counts = true,
): void {
  let position = memory.index.get(key)
  if (position === undefined) {
    position = memory.sum.length
    memory.index.set(key, position)
    memory.sum.push(0)
    memory.weight.push(0)
    memory.at.push(at)
    memory.count.push(0)
  }
  const left = 0.5 ** (Math.max(0, at - memory.at[position]!) / halfLifeDays)
  memory.sum[position] = memory.sum[position]! * left + trust * residual
  memory.weight[position] = memory.weight[position]! * left + trust
  memory.at[position] = Math.max(at, memory.at[position]!)
  if (counts) memory.count[position]!++
}

export interface LaneAnswer {
  level: number
  variance: number
  /** Prices of this very lane, and of the lanes around that had a say. */
  onLane: number
  around: number
  /** Days since 1970 of the newest of them. */
  newest: number | null
}

const factor = new Float64Array(maxLanes * maxLanes)

/** What is to be expected on a lane beyond its ends, leaning on it and on its neighbours. */
export function laneLevel(
  memory: LaneMemory,
  origins: Neighbours,
  dests: Neighbours,
  at: number,
  noise: number,
): LaneAnswer {
  const { shared, own } = memory.likeness
  const same = memory.index.get(laneKey(origins[0]!.at, dests[0]!.at))
  const onLane = same === undefined ? 0 : memory.count[same]!
  if (same !== undefined && onLane >= busy) {
    const spread = noise / effective(memory, same, at)
    const pull = (shared + own) / (shared + own + spread)
    return {
      level: (pull * memory.sum[same]!) / memory.weight[same]!,
      variance: (1 - pull) * (shared + own),
      onLane,
      around: 0,
      newest: memory.at[same]!,
    }
  }
  const found: {
    position: number
    origin: Neighbours[number]
    dest: Neighbours[number]
    alike: number
    spread: number
  }[] = []
  let around = 0
  let newest: number | null = null
  for (const origin of origins) {
    for (const dest of dests) {
      const position = memory.index.get(laneKey(origin.at, dest.at))
      if (position === undefined) continue
      const alike =
        shared * Math.exp(-(milesApart(origins[0]!, origin) + milesApart(dests[0]!, dest)) / togetherMiles) +
        (position === same ? own : 0)
      newest = Math.max(newest ?? 0, memory.at[position]!)
      if (position !== same) around += memory.count[position]!
      found.push({ position, origin, dest, alike, spread: noise / effective(memory, position, at) })
    }
  }
  if (found.length === 0) return { level: 0, variance: shared + own, onLane, around, newest }
  found.sort(
    (one, other) =>
      (other.alike * other.alike) / (shared + own + other.spread) -
      (one.alike * one.alike) / (shared + own + one.spread),
  )
  if (found.length > maxLanes) found.length = maxLanes
  const size = found.length
  for (let row = 0; row < size; row++) {
    for (let column = 0; column < row; column++)
      factor[row * size + column] =
        shared *
        Math.exp(
          -(milesApart(found[row]!.origin, found[column]!.origin) + milesApart(found[row]!.dest, found[column]!.dest)) /
            togetherMiles,
        )
    factor[row * size + row] = shared + own + found[row]!.spread
  }
  const lower = choleskyInPlace(factor, size)
  const alpha = solveInPlace(
    lower,
    size,
    Float64Array.from(found, ({ alike }) => alike),
  )
  let level = 0
  let variance = shared + own
  for (let row = 0; row < size; row++) {
    const { position, alike } = found[row]!
    level += (alpha[row]! * memory.sum[position]!) / memory.weight[position]!
    variance -= alpha[row]! * alike
  }
  return { level, variance: Math.max(0, variance), onLane, around, newest }
}

const effective = (memory: LaneMemory, position: number, at: number) =>
  memory.weight[position]! * 0.5 ** (Math.max(0, at - memory.at[position]!) / halfLifeDays) + 1e-6
