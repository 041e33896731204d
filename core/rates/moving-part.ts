import { type Columns, noPlace, type PlaceTable } from './columns'
import type { Knots } from './knots'
import { laneKey, laneLikenessOf } from './lane-memory'
import { choleskyInPlace, solveInPlace } from './linear'

export const laneSharedVariance = 0.004
const binDays = 14
const equipmentMiles = 350
const equipmentVariance = 0.0025
const timeVariance = 0.004

/** How each equipment's level differs, by knot. */
export function refitEquipment(
  spot: Int32Array,
  equipment: Int32Array,
  nearest: Int32Array,
  rest: Float64Array,
  weights: Float64Array,
  values: Float64Array,
  knots: Knots,
  noise: number,
): void {
  const count = knots.lat.length
  const cellOf = (at: number) => (spot[at] === noPlace ? -1 : equipment[at]! * count + nearest[spot[at]!]!)
  refitCells(rest, weights, values, cellOf, count, knots, equipmentVariance, equipmentMiles, noise)
}

/** Levels by group and knot, each group's drawn towards its neighbouring knots and to zero. */
function refitCells(
  rest: Float64Array,
  weights: Float64Array,
  values: Float64Array,
  cellOf: (at: number) => number,
  count: number,
  knots: Knots,
  variance: number,
  reach: number,
  noise: number,
  smooth = false,
): void {
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
      for (let column = 0; column < row; column++)
        matrix[row * count + column] = variance * Math.exp(-knots.miles[row * count + column]! / reach)
      matrix[row * count + row] = variance + (noise * noise) / (weight[from + row]! + 1e-6)
      right[row] = weight[from + row]! > 0 ? sum[from + row]! / weight[from + row]! : 0
    }
    const alpha = solveInPlace(choleskyInPlace(matrix, count), count, right)
    for (let row = 0; row < count; row++) {
      let value = 0
      for (let column = 0; column < count; column++)
        value += alpha[column]! * variance * Math.exp(-knots.miles[row * count + column]! / reach)
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
  for (let at = 0; at < column.length; at++)
    column[at] = before[at]! + 0.5 * ((before[at - count] ?? 0) + (before[at + count] ?? 0))
}

/** Levels by fortnight and knot, at both ends, and by fortnight and equipment. */
export function makeTimeBins({ booked, origin, dest, equipment, plan }: Columns, nearest: Int32Array, knots: Knots) {
  const count = knots.lat.length
  const first = Math.floor((booked[0] ?? 0) / binDays)
  const bins = Math.floor((booked.at(-1) ?? 0) / binDays) - first + 1
  const bin = Int32Array.from(booked, (at) => Math.floor(at / binDays) - first)
  const sides = [origin, dest].map((spot) => ({ spot, values: new Float64Array(bins * count) }))
  const alone: Knots = {
    lat: plan.equipments.map(() => 0),
    lon: [],
    miles: new Float64Array(plan.equipments.length ** 2).fill(300),
  }
  const ofEquipment = new Float64Array(bins * plan.equipments.length)
  return {
    refit(rest: Float64Array, weights: Float64Array, noise: number) {
      refitCells(
        rest,
        weights,
        ofEquipment,
        (at) => bin[at]! * plan.equipments.length + equipment[at]!,
        plan.equipments.length,
        alone,
        timeVariance,
        600,
        noise,
        true,
      )
      for (const { spot, values } of sides)
        refitCells(
          rest,
          weights,
          values,
          (at) => (spot[at] === noPlace ? -1 : bin[at]! * count + nearest[spot[at]!]!),
          count,
          knots,
          timeVariance,
          400,
          noise,
          true,
        )
    },
  }
}

/** Each lane's own level, drawn to zero where few prices are known. */
export function makeLanes({ origin, dest, count }: Columns) {
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
    /** What a price showed of its lane: what is left of it, with the lane's own level. */
    shownBy: (rest: Float64Array): Float64Array =>
      Float64Array.from({ length: count }, (_, at) => rest[at]! + values[lane[at]!]!),
    likeness: (spots: PlaceTable, noise: number) => laneLikenessOf({ index, means, weight }, spots, noise * noise),
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
