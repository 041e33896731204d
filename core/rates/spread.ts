import { choleskyInPlace, median, solveInPlace } from './linear'

/**
 * How widely prices are spread around what is expected: a scale that depends on the lane (how far, how
 * short the notice, how well known), and where the 10th, 50th and 90th percentile are on it.
 */
export interface Spread {
  /** Coefficients of the scale's logarithm. */
  scale: Float64Array
  /** Coefficients of each percentile, in scales from the expected price. */
  percentiles: [Float64Array, Float64Array, Float64Array]
}

export const percentileShares = [0.1, 0.5, 0.9] as const

/** What the spread depends on. */
export interface SpreadInput {
  logMiles: number
  leadHours: number
  /** Variance of the market's and the lane's level, and of a single price, in log price. */
  variance: number
  noise: number
  onLane: number
  atOrigin: number
  atDest: number
}

const scaleSize = 8

function scaleFeatures(input: SpreadInput): Float64Array {
  return Float64Array.of(
    1,
    input.logMiles - 6.4,
    Math.max(0, Math.log(250) - input.logMiles),
    Math.log(input.leadHours + 2) - 3.9,
    Math.max(0, Math.log(14) - Math.log(input.leadHours + 2)),
    0.5 * Math.log(1 + input.variance / (input.noise * input.noise)),
    1 / Math.sqrt(1 + input.onLane),
    1 / Math.sqrt(1 + input.atOrigin) + 1 / Math.sqrt(1 + input.atDest),
  )
}

const percentileFeatures = (input: SpreadInput): Float64Array =>
  Float64Array.of(1, Math.log(input.leadHours + 2) - 3.9, input.logMiles - 6.4, 1 / Math.sqrt(1 + input.onLane))

/** Wide and even, for a history too short to tell. */
export const guessedSpread = (noise: number): Spread => {
  const scale = new Float64Array(scaleSize)
  scale[0] = Math.log(noise)
  scale[5] = 1
  const flat = (value: number) => Float64Array.of(value, 0, 0, 0)
  return { scale, percentiles: [flat(-1.4), flat(0), flat(1.4)] }
}

const dot = (one: Float64Array, other: Float64Array) => {
  let sum = 0
  for (let at = 0; at < one.length; at++) sum += one[at]! * other[at]!
  return sum
}

/** Low, middle and high, in log price from what is expected; they never cross. */
export function percentilesOf(spread: Spread, input: SpreadInput): [number, number, number] {
  const scale = Math.exp(dot(spread.scale, scaleFeatures(input)))
  const features = percentileFeatures(input)
  const [low, middle, high] = spread.percentiles.map((coefficients) => scale * dot(coefficients, features)) as [
    number,
    number,
    number,
  ]
  const nearer = (edge: number) => middle + knowsMore * (edge - middle)
  return [Math.min(nearer(low), middle - 0.1 * scale), middle, Math.max(nearer(high), middle + 0.1 * scale)]
}

/**
 * The spread is measured on a fit to the older prices; the one that answers knows the newer ones too and is this
 * much nearer (chosen on the made-up pasts of the bench).
 */
const knowsMore = 0.975

/** Fewer prices than this tell nothing of their spread. */
const minPrices = 150

/** The spread from prices that were foretold before they were seen. `error` is log price over expected. */
export function fitSpread(seen: { input: SpreadInput; error: number }[], noise: number): Spread {
  if (seen.length < minPrices) return guessedSpread(noise)
  const scale = fitScale(seen, noise)
  const scaled = seen.map(({ input, error }) => ({
    features: percentileFeatures(input),
    error: error / Math.exp(dot(scale, scaleFeatures(input))),
  }))
  return { scale, percentiles: percentileShares.map((share) => fitPercentile(scaled, share)) as Spread['percentiles'] }
}

/** Least squares of the logarithm of the distance from the middle, with the smallest distances held up. */
function fitScale(seen: { input: SpreadInput; error: number }[], noise: number): Float64Array {
  const middle = median(seen.map(({ error }) => error))
  const normal = new Float64Array(scaleSize * scaleSize)
  const right = new Float64Array(scaleSize)
  const prior = guessedSpread(noise).scale
  for (const { input, error } of seen) {
    const features = scaleFeatures(input)
    const target = Math.log(Math.max(Math.abs(error - middle), 0.15 * noise)) + 0.45 - dot(prior, features)
    for (let row = 0; row < scaleSize; row++) {
      right[row]! += features[row]! * target
      for (let column = 0; column <= row; column++)
        normal[row * scaleSize + column]! += features[row]! * features[column]!
    }
  }
  for (let row = 0; row < scaleSize; row++) normal[row * scaleSize + row]! += row === 0 ? 1 : 25
  const change = solveInPlace(choleskyInPlace(normal, scaleSize), scaleSize, right)
  return prior.map((coefficient, at) => coefficient + change[at]!)
}

const descentRounds = 60

/**
 * Linear quantile regression (Koenker and Bassett 1978) by reweighted least squares on the smoothed check
 * loss (Hunter and Lange 2000), drawn towards one value for all.
 */
function fitPercentile(scaled: { features: Float64Array; error: number }[], share: number): Float64Array {
  const size = scaled[0]!.features.length
  const sorted = Float64Array.from(scaled, ({ error }) => error).sort()
  const coefficients = new Float64Array(size)
  coefficients[0] = sorted[Math.floor(share * (sorted.length - 1))]!
  for (let round = 0; round < descentRounds; round++) {
    const normal = new Float64Array(size * size)
    const right = new Float64Array(size)
    for (const { features, error } of scaled) {
      const residual = error - dot(coefficients, features)
      const weight = 1 / (0.02 + Math.abs(residual))
      for (let row = 0; row < size; row++) {
        right[row]! += features[row]! * (weight * error + (2 * share - 1))
        for (let column = 0; column <= row; column++)
          normal[row * size + column]! += weight * features[row]! * features[column]!
      }
    }
    for (let row = 1; row < size; row++) normal[row * size + row]! += 60
    const next = solveInPlace(choleskyInPlace(normal, size), size, right)
    const moved = Math.max(...next.map((value, at) => Math.abs(value - coefficients[at]!)))
    coefficients.set(next)
    if (moved < 1e-4) break
  }
  return coefficients
}
