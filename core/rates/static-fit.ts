import { noSpot, type Columns, type SpotTable } from './columns'
import { factorField, type Field, type FieldFactor, fitField, flatField, likenessOf, milesBetween, type PairCurves, pairCurves } from './field'
import { type LaneLikeness, laneKey, laneLikenessOf } from './lane-memory'
import { chooseKnots, knotShares, type Knots } from './knots'
import { choleskyInPlace, median, solveInPlace } from './linear'
import { trustIn } from './market-level'

/** A level told over the map: where prices start or end, the same share on every way, or weighing more on a short way. */
export const sideNames = ['origin', 'dest', 'originShort', 'destShort'] as const
export type SideName = (typeof sideNames)[number]
export interface Side {
  field: Field
  /** By spot. */
  values: Float64Array
}

/** What of a price does not move with time: its features, where it starts and ends. */
export interface StaticFit {
  coefficients: Float64Array
  sides: Record<SideName, Side>
  knots: Knots
  /** By equipment and knot: how an equipment's level there differs from all. */
  equipmentOrigin: Float64Array
  equipmentDest: Float64Array
  /** Standard deviation of a single price around what is expected, in log price. */
  noise: number
  laneLikeness: LaneLikeness
}

const rounds = 6
/** A fit that starts from another needs fewer. */
const roundsAgain = 3
/** After so many rounds each price's trust stands, and what hangs on it is kept. */
const trustRounds = 2
const ridge = 0.4
const laneSharedVariance = 0.004
const binDays = 14
const equipmentMiles = 350
const equipmentVariance = 0.0025
const timeVariance = 0.004

/**
 * Fits the still part of the model by backfitting (Buja, Hastie and Tibshirani 1989): each part in turn to what the
 * others leave, prices far off trusted less. `trust` is 0 for prices to leave out. What moves with time is fitted
 * coarsely along, only so that it does not bend the rest.
 */
export function fitStatic(columns: Columns, spots: SpotTable, trust: Float64Array, { before, progress = () => {} }: StaticOptions = {}): StaticFit {
  const { plan, origin, dest, equipment } = columns
  const places = spots.lat.length
  const knots = before?.knots ?? chooseKnots(spots, loadsBySpot(columns, places))
  const nearest = Int32Array.from(spots.lat, (lat, at) => knotShares(knots, { lat, lon: spots.lon[at]! })[0]?.at ?? 0)
  const cells = plan.equipments.length * knots.lat.length
  const fit: StaticFit = before
    ? { ...before, coefficients: Float64Array.from(before.coefficients), sides: { ...before.sides }, equipmentOrigin: Float64Array.from(before.equipmentOrigin), equipmentDest: Float64Array.from(before.equipmentDest) }
    : {
        coefficients: new Float64Array(plan.size), sides: Object.fromEntries(sideNames.map((name) => [name, { field: flatField, values: new Float64Array(places) }])) as StaticFit['sides'], knots,
        equipmentOrigin: new Float64Array(cells), equipmentDest: new Float64Array(cells), noise: 0.1, laneLikeness: { shared: 0, own: 0 },
      }
  const rest = leftOver(columns, fit, nearest)
  const weights = Float64Array.from(trust)
  const miles = milesBetween(spots)
  const curves = pairCurves(miles)
  const linear = makeLinear(columns)
  const sides = sideNames.map((name) => makeSide(name, columns, miles, curves))
  const time = makeTimeBins(columns, nearest, knots)
  const lanes = makeLanes(columns)
  const refitMoving = () => {
    time.refit(rest, weights, fit.noise)
    lanes.refit(rest, weights, fit.noise)
  }
  if (before) {
    refitMoving()
    reweigh(rest, trust, weights, fit, columns)
  }
  const all = before ? roundsAgain : rounds
  const settles = before ? 0 : trustRounds
  for (let round = 0; round < all; round++) {
    if (round <= settles) linear.weigh(weights)
    linear.refit(rest, fit.coefficients)
    for (const side of sides) side.refit(rest, weights, fit, round === 0 || round === settles)
    refitEquipment(origin, equipment, nearest, rest, weights, fit.equipmentOrigin, knots, fit.noise)
    refitEquipment(dest, equipment, nearest, rest, weights, fit.equipmentDest, knots, fit.noise)
    refitMoving()
    if (round < settles) reweigh(rest, trust, weights, fit, columns)
    progress((round + 1) / all)
  }
  fit.noise = noiseOf(rest, trust, columns)
  fit.laneLikeness = lanes.likeness(spots, fit.noise)
  return fit
}

interface StaticOptions {
  /** A fit to a part of the same prices, to start from. */
  before?: StaticFit
  progress?: (share: number) => void
}

function loadsBySpot({ count, origin, dest }: Columns, places: number): Float64Array {
  const loads = new Float64Array(places)
  for (let at = 0; at < count; at++) for (const spot of [origin[at]!, dest[at]!]) if (spot !== noSpot) loads[spot]! += 1
  return loads
}

/** What the still parts of a fit leave of each price. */
function leftOver(columns: Columns, fit: StaticFit, nearest: Int32Array): Float64Array {
  const rest = Float64Array.from(columns.logPrice)
  const { size } = columns.plan
  const knots = fit.knots.lat.length
  const { sides } = fit
  for (let at = 0; at < columns.count; at++) {
    for (let column = 0; column < size; column++) rest[at]! -= fit.coefficients[column]! * columns.features[at * size + column]!
    const [origin, dest] = [columns.origin[at]!, columns.dest[at]!]
    const short = shortness(columns.logMiles[at]!)
    if (origin !== noSpot) rest[at]! -= sides.origin.values[origin]! + short * sides.originShort.values[origin]! + fit.equipmentOrigin[columns.equipment[at]! * knots + nearest[origin]!]!
    if (dest !== noSpot) rest[at]! -= sides.dest.values[dest]! + short * sides.destShort.values[dest]! + fit.equipmentDest[columns.equipment[at]! * knots + nearest[dest]!]!
  }
  return rest
}

/** Least squares with a ridge for the features; the normal matrix is factored once for each set of weights. */
function makeLinear({ count, plan, features }: Columns) {
  const size = plan.size
  const { start, column, value } = withoutZeros(features, count, size)
  let factor = new Float64Array(0)
  let weights = new Float64Array(0)
  const told = (coefficients: Float64Array, at: number) => {
    let sum = 0
    for (let next = start[at]!; next < start[at + 1]!; next++) sum += coefficients[column[next]!]! * value[next]!
    return sum
  }
  return {
    weigh(next: Float64Array) {
      weights = Float64Array.from(next)
      factor = new Float64Array(size * size)
      for (let at = 0; at < count; at++) {
        if (weights[at] === 0) continue
        for (let one = start[at]!; one < start[at + 1]!; one++) {
          const scaled = weights[at]! * value[one]!
          const rowAt = column[one]! * size
          for (let other = start[at]!; other <= one; other++) factor[rowAt + column[other]!]! += scaled * value[other]!
        }
      }
      for (let row = 0; row < size; row++) factor[row * size + row]! += row < 2 ? 1e-3 : ridge
      choleskyInPlace(factor, size)
    },
    refit(rest: Float64Array, coefficients: Float64Array) {
      const right = new Float64Array(size)
      for (let at = 0; at < count; at++) {
        rest[at]! += told(coefficients, at)
        const scaled = weights[at]! * rest[at]!
        for (let next = start[at]!; next < start[at + 1]!; next++) right[column[next]!]! += scaled * value[next]!
      }
      coefficients.set(solveInPlace(factor, size, right))
      for (let at = 0; at < count; at++) rest[at]! -= told(coefficients, at)
    },
  }
}

/** Rows of features with the zeros left out: most of a row is. */
function withoutZeros(features: Float32Array, count: number, size: number) {
  const start = new Int32Array(count + 1)
  for (let at = 0; at < count; at++) {
    let filled = 0
    for (let column = 0; column < size; column++) if (features[at * size + column] !== 0) filled++
    start[at + 1] = start[at]! + filled
  }
  const column = new Uint16Array(start[count]!)
  const value = new Float32Array(start[count]!)
  let next = 0
  for (let at = 0; at < count * size; at++) {
    if (features[at] === 0) continue
    column[next] = at % size
    value[next++] = features[at]!
  }
  return { start, column, value }
}

/**
 * How much more a fixed sum of dollars is on this way than on one of 600 miles, less one: what a truck is worth where
 * it ends up is dollars, whatever the way. A load is reckoned at about 250 dollars and 1.90 a mile.
 */
export const shortness = (logMiles: number): number => Math.min(4, 731 / (131 + Math.exp(logMiles))) - 1

function makeSide(name: SideName, columns: Columns, miles: Float32Array, curves: PairCurves) {
  const spot = name === 'origin' || name === 'originShort' ? columns.origin : columns.dest
  const loading = name === 'origin' || name === 'dest' ? null : Float64Array.from(columns.logMiles.subarray(0, columns.count), shortness)
  let factor: FieldFactor | null = null
  return {
    refit(rest: Float64Array, weights: Float64Array, fit: StaticFit, again: boolean) {
      const { values } = fit.sides[name]
      const mean = new Float64Array(values.length)
      const precision = new Float64Array(values.length)
      for (let at = 0; at < columns.count; at++) {
        if (spot[at] === noSpot) continue
        const load = loading ? loading[at]! : 1
        rest[at]! += load * values[spot[at]!]!
        mean[spot[at]!]! += weights[at]! * load * rest[at]!
        precision[spot[at]!]! += weights[at]! * load * load
      }
      for (let at = 0; at < mean.length; at++) {
        if (precision[at] === 0) continue
        mean[at]! /= precision[at]!
        // A place with many loads on few lanes is known no better than those lanes.
        precision[at] = 1 / (fit.noise ** 2 / precision[at]! + laneSharedVariance / Math.min(20, Math.sqrt(precision[at]!) + 1))
      }
      if (again || !factor) factor = factorField(precision, curves, likenessOf({ mean, precision }, miles))
      fit.sides[name] = fitField(mean, factor, curves)
      const next = fit.sides[name].values
      for (let at = 0; at < columns.count; at++) if (spot[at] !== noSpot) rest[at]! -= (loading ? loading[at]! : 1) * next[spot[at]!]!
    },
  }
}

function refitEquipment(spot: Int32Array, equipment: Int32Array, nearest: Int32Array, rest: Float64Array, weights: Float64Array, values: Float64Array, knots: Knots, noise: number): void {
  const count = knots.lat.length
  const cellOf = (at: number) => (spot[at] === noSpot ? -1 : equipment[at]! * count + nearest[spot[at]!]!)
  refitCells(rest, weights, values, cellOf, count, knots, equipmentVariance, equipmentMiles, noise)
}

/** Levels by group and knot, each group's drawn towards its neighbouring knots and to zero. */
function refitCells(rest: Float64Array, weights: Float64Array, values: Float64Array, cellOf: (at: number) => number, count: number, knots: Knots, variance: number, reach: number, noise: number, smooth = false): void {
  const sum = new Float64Array(values.length)
  const weight = new Float64Array(values.length)
  for (let at = 0; at < rest.length; at++) {
    const cell = cellOf(at)
    if (cell < 0) continue
    rest[at]! += values[cell]!
    sum[cell]! += weights[at]! * rest[at]!
    weight[cell]! += weights[at]!
  }
  if (smooth) for (const column of [sum, weight]) blur(column, count)
  for (let from = 0; from < values.length; from += count) {
    const matrix = new Float64Array(count * count)
    const right = new Float64Array(count)
    for (let row = 0; row < count; row++) {
      for (let column = 0; column < row; column++) matrix[row * count + column] = variance * Math.exp(-knots.miles[row * count + column]! / reach)
      matrix[row * count + row] = variance + (noise * noise) / (weight[from + row]! + 1e-6)
      right[row] = weight[from + row]! > 0 ? sum[from + row]! / weight[from + row]! : 0
    }
    const alpha = solveInPlace(choleskyInPlace(matrix, count), count, right)
    for (let row = 0; row < count; row++) {
      let value = 0
      for (let column = 0; column < count; column++) value += alpha[column]! * variance * Math.exp(-knots.miles[row * count + column]! / reach)
      values[from + row] = value
    }
  }
  for (let at = 0; at < rest.length; at++) {
    const cell = cellOf(at)
    if (cell >= 0) rest[at]! -= values[cell]!
  }
}

/** Lets each group lean on the one before and after it. */
function blur(column: Float64Array, count: number): void {
  const before = Float64Array.from(column)
  for (let at = 0; at < column.length; at++) column[at] = before[at]! + 0.5 * ((before[at - count] ?? 0) + (before[at + count] ?? 0))
}

/** Levels by fortnight and knot, at both ends, and by fortnight and equipment. */
function makeTimeBins({ booked, origin, dest, equipment, plan }: Columns, nearest: Int32Array, knots: Knots) {
  const count = knots.lat.length
  const first = Math.floor((booked[0] ?? 0) / binDays)
  const bins = Math.floor((booked.at(-1) ?? 0) / binDays) - first + 1
  const bin = Int32Array.from(booked, (at) => Math.floor(at / binDays) - first)
  const sides = [origin, dest].map((spot) => ({ spot, values: new Float64Array(bins * count) }))
  const alone: Knots = { lat: plan.equipments.map(() => 0), lon: [], miles: new Float64Array(plan.equipments.length ** 2).fill(300) }
  const ofEquipment = new Float64Array(bins * plan.equipments.length)
  return {
    refit(rest: Float64Array, weights: Float64Array, noise: number) {
      refitCells(rest, weights, ofEquipment, (at) => bin[at]! * plan.equipments.length + equipment[at]!, plan.equipments.length, alone, timeVariance, 600, noise, true)
      for (const { spot, values } of sides) refitCells(rest, weights, values, (at) => (spot[at] === noSpot ? -1 : bin[at]! * count + nearest[spot[at]!]!), count, knots, timeVariance, 400, noise, true)
    },
  }
}

/** Each lane's own level, drawn to zero where few prices are known. */
function makeLanes({ origin, dest, count }: Columns) {
  const index = new Map<number, number>()
  const lane = new Int32Array(count)
  for (let at = 0; at < count; at++) {
    const key = laneKey(origin[at]!, dest[at]!)
    let position = index.get(key)
    if (position === undefined) {
      position = index.size
      index.set(key, position)
    }
    lane[at] = position
  }
  const values = new Float64Array(index.size)
  const means = new Float64Array(index.size)
  const weight = new Float64Array(index.size)
  return {
    likeness: (spots: SpotTable, noise: number) => laneLikenessOf({ index, means, weight }, spots, noise * noise),
    refit(rest: Float64Array, weights: Float64Array, noise: number) {
      const sum = new Float64Array(values.length)
      weight.fill(0)
      for (let at = 0; at < count; at++) {
        rest[at]! += values[lane[at]!]!
        sum[lane[at]!]! += weights[at]! * rest[at]!
        weight[lane[at]!]! += weights[at]!
      }
      for (let at = 0; at < values.length; at++) {
        means[at] = weight[at]! > 0 ? sum[at]! / weight[at]! : 0
        values[at] = sum[at]! / (weight[at]! + (noise * noise) / laneSharedVariance)
      }
      for (let at = 0; at < count; at++) rest[at]! -= values[lane[at]!]!
    },
  }
}

/** Standard deviation of a normal distribution by its median absolute deviation. */
const madToDeviation = 1.4826

function reweigh(rest: Float64Array, trust: Float64Array, weights: Float64Array, fit: StaticFit, columns: Columns): void {
  fit.noise = noiseOf(rest, trust, columns)
  for (let at = 0; at < rest.length; at++) weights[at] = trust[at]! * Math.min(1.2, trustIn(rest[at]!, fit.noise ** 2))
}

/** The deviation of what is left of our own buys. */
function noiseOf(rest: Float64Array, trust: Float64Array, columns: Columns): number {
  const single: number[] = []
  for (let at = 0; at < rest.length; at++) if (trust[at]! > 0 && columns.source[at] === 0) single.push(Math.abs(rest[at]!))
  return single.length === 0 ? 0.1 : Math.max(0.01, madToDeviation * median(single))
}
