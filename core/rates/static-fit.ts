import { type Columns, noPlace, type PlaceTable } from './columns'
import { usualLogPrice } from './features'
import { flatField, milesBetween, pairCurves } from './field'
import { chooseKnots, type Knots, knotShares } from './knots'
import { median } from './linear'
import { makeLinear } from './linear-part'
import { trustIn } from './market-level'
import { makeLanes, makeTimeBins, refitEquipment } from './moving-part'
import { makeSide, shortness } from './side-part'
import { type StaticFit, sideNames } from './static-parts'

const rounds = 6
/** A fit that starts from another needs fewer. */
const roundsAgain = 3
/** After so many rounds each price's trust is final, and what hangs on it is kept. */
const trustRounds = 2

/**
 * Fits the still part of the model by backfitting (Buja, Hastie and Tibshirani 1989): each part in turn to what the
 * others leave, prices far off trusted less. `trust` is 0 for prices to leave out. What moves with time is fitted
 * coarsely along, only so that it does not bend the rest.
 */
export function fitStatic(
  columns: Columns,
  spots: PlaceTable,
  trust: Float64Array,
  { before, progress = () => {} }: StaticOptions = {},
): FittedStatic {
  const { plan, origin, dest, equipment } = columns
  const places = spots.lat.length
  const knots = before?.knots ?? chooseKnots(spots, loadsBySpot(columns, places))
  const nearest = nearestKnots(knots, spots)
  const cells = plan.equipments.length * knots.lat.length
  const fit: StaticFit = before
    ? {
        ...before,
        coefficients: Float64Array.from(before.coefficients),
        sides: { ...before.sides },
        equipmentOrigin: Float64Array.from(before.equipmentOrigin),
        equipmentDest: Float64Array.from(before.equipmentDest),
      }
    : {
        coefficients: new Float64Array(plan.size),
        sides: Object.fromEntries(
          sideNames.map((name) => [name, { field: flatField, values: new Float64Array(places) }]),
        ) as StaticFit['sides'],
        knots,
        equipmentOrigin: new Float64Array(cells),
        equipmentDest: new Float64Array(cells),
        noise: 0.1,
        laneLikeness: { shared: 0, own: 0 },
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
  return { fit, lanes: lanes.shownBy(rest), weights }
}

/** A fit, with what each price showed of its lane and how far it was trusted. */
export interface FittedStatic {
  fit: StaticFit
  lanes: Float64Array
  weights: Float64Array
}

interface StaticOptions {
  /** A fit to a part of the same prices, to start from. */
  before?: StaticFit
  progress?: (share: number) => void
}

function loadsBySpot({ count, origin, dest }: Columns, places: number): Float64Array {
  const loads = new Float64Array(places)
  for (let at = 0; at < count; at++)
    for (const spot of [origin[at]!, dest[at]!]) if (spot !== noPlace) loads[spot]! += 1
  return loads
}

/** The nearest knot of each spot. */
export const nearestKnots = (knots: Knots, spots: PlaceTable): Int32Array =>
  Int32Array.from(spots.lat, (lat, at) => knotShares(knots, { lat, lon: spots.lon[at]! })[0]?.at ?? 0)

/** What the still parts of a fit leave of each price. */
export function leftOver(columns: Columns, fit: StaticFit, nearest: Int32Array): Float64Array {
  const rest = Float64Array.from(
    columns.logPrice.subarray(0, columns.count),
    (log, at) => log - usualLogPrice(columns.logMiles[at]!),
  )
  const { size } = columns.plan
  const knots = fit.knots.lat.length
  const { sides } = fit
  for (let at = 0; at < columns.count; at++) {
    for (let column = 0; column < size; column++)
      rest[at]! -= fit.coefficients[column]! * columns.features[at * size + column]!
    const [origin, dest] = [columns.origin[at]!, columns.dest[at]!]
    const short = shortness(columns.logMiles[at]!)
    if (origin !== noPlace)
      rest[at]! -=
        sides.origin.values[origin]! +
        short * sides.originShort.values[origin]! +
        fit.equipmentOrigin[columns.equipment[at]! * knots + nearest[origin]!]!
    if (dest !== noPlace)
      rest[at]! -=
        sides.dest.values[dest]! +
        short * sides.destShort.values[dest]! +
        fit.equipmentDest[columns.equipment[at]! * knots + nearest[dest]!]!
  }
  return rest
}

/** Standard deviation of a normal distribution by its median absolute deviation. */
const madToDeviation = 1.4826
/** A single price's deviation before any is known, and how many prices it takes to forget the guess by half. */
const guessedNoise = 0.14
const guessedAfter = 40

function reweigh(
  rest: Float64Array,
  trust: Float64Array,
  weights: Float64Array,
  fit: StaticFit,
  columns: Columns,
): void {
  fit.noise = noiseOf(rest, trust, columns)
  for (let at = 0; at < rest.length; at++) weights[at] = trust[at]! * Math.min(1.2, trustIn(rest[at]!, fit.noise ** 2))
}

/** The deviation of what is left of our own buys. */
function noiseOf(rest: Float64Array, trust: Float64Array, columns: Columns): number {
  const single: number[] = []
  for (let at = 0; at < rest.length; at++)
    if (trust[at]! > 0 && columns.source[at] === 0) single.push(Math.abs(rest[at]!))
  // Few prices come nearer to a fit made for them than the next one will.
  return Math.max(
    0.01,
    (madToDeviation * (single.length === 0 ? 0 : median(single)) * single.length + guessedNoise * guessedAfter) /
      (single.length + guessedAfter),
  )
}
