import { choleskyInPlace, solveInPlace } from '../rates/linear'

/** A line a customer decided on. */
export interface DecidedLine {
  /** What we asked, all in, over what a carrier was likely to be paid: 1.14 is 14% on cost. */
  ratio: number
  won: boolean
  /** Decided by the customer that is asked about. */
  own: boolean
}

/** How the chance to win falls with the price: plain data. */
export interface WinChance {
  /** Level of all customers, logarithm of the slope, what the asked customer differs by. */
  at: [number, number, number]
  /** Their covariance, row by row. */
  covariance: Float64Array
  decided: number
  won: number
  ownDecided: number
}

/** Fewer decided lines, or fewer of either kind, tell nothing. */
export const enoughDecided = 40
export const enoughOfEach = 8

const size = 3
/** What is believed before any quote: middle and deviation of each parameter. One percent more costs some 15% of the odds. */
const prior: [middle: number, deviation: number][] = [
  [1.6, 2],
  [Math.log(15), 0.8],
  [0, 0.7],
]

/**
 * Fits the chance to win, `logistic(level + own − slope · log(ratio))`, by its posterior mode and the curvature there
 * (Laplace's approximation; Gelman et al., Bayesian Data Analysis, 3rd ed., section 4.1). The slope is positive by its
 * logarithm: a dearer quote never wins sooner. Null where too few were won and lost to say anything.
 */
export function fitWinChance(lines: DecidedLine[]): WinChance | null {
  const decided = lines.filter(({ ratio }) => ratio > 0.3 && ratio < 5)
  const won = decided.filter((line) => line.won).length
  if (decided.length < enoughDecided || won < enoughOfEach || decided.length - won < enoughOfEach) return null
  let at: WinChance['at'] = [prior[0]![0], prior[1]![0], prior[2]![0]]
  let best = logPosterior(at, decided)
  for (let round = 0; round < 60; round++) {
    const { gradient, information } = slopeAt(at, decided)
    const step = solveInPlace(choleskyInPlace(Float64Array.from(information), size), size, Float64Array.from(gradient))
    let share = 1
    let next = at
    let value = best
    // Halved until it climbs: a whole step may pass the top.
    for (; share > 1e-6; share /= 2) {
      next = [at[0] + share * step[0]!, at[1] + share * step[1]!, at[2] + share * step[2]!]
      value = logPosterior(next, decided)
      if (value >= best) break
    }
    const moved = Math.max(...next.map((parameter, index) => Math.abs(parameter - at[index]!)))
    if (value < best) break
    at = next
    best = value
    if (moved < 1e-8) break
  }
  return {
    at,
    covariance: inverseOf(slopeAt(at, decided).information),
    decided: decided.length,
    won,
    ownDecided: decided.filter(({ own }) => own).length,
  }
}

const logistic = (odds: number): number => 1 / (1 + Math.exp(-odds))

const oddsAt = ([level, logSlope, own]: WinChance['at'], line: { ratio: number; own: boolean }): number =>
  level + (line.own ? own : 0) - Math.exp(logSlope) * Math.log(line.ratio)

function logPosterior(at: WinChance['at'], decided: DecidedLine[]): number {
  let sum = 0
  at.forEach((parameter, index) => (sum -= ((parameter - prior[index]![0]) / prior[index]![1]) ** 2 / 2))
  for (const line of decided) {
    const odds = oddsAt(at, line)
    // log(logistic) without overflow.
    sum -= Math.log1p(Math.exp(-Math.abs(odds))) + Math.max(0, line.won ? -odds : odds)
  }
  return sum
}

/** Gradient of the log posterior, and its expected information (Fisher scoring: always positive definite). */
function slopeAt(at: WinChance['at'], decided: DecidedLine[]): { gradient: number[]; information: number[] } {
  const gradient = at.map((parameter, index) => (prior[index]![0] - parameter) / prior[index]![1] ** 2)
  const information: number[] = Array.from({ length: size * size }, (_, cell) =>
    cell % (size + 1) === 0 ? 1 / prior[cell / (size + 1)]![1] ** 2 : 0,
  )
  for (const line of decided) {
    const chance = logistic(oddsAt(at, line))
    const by = byParameter(at, line)
    for (let row = 0; row < size; row++) {
      gradient[row]! += ((line.won ? 1 : 0) - chance) * by[row]!
      for (let column = 0; column < size; column++)
        information[row * size + column]! += chance * (1 - chance) * by[row]! * by[column]!
    }
  }
  return { gradient, information }
}

const byParameter = (
  [, logSlope]: WinChance['at'],
  line: { ratio: number; own: boolean },
): [number, number, number] => [1, -Math.exp(logSlope) * Math.log(line.ratio), line.own ? 1 : 0]

function inverseOf(matrix: number[]): Float64Array {
  const factor = choleskyInPlace(Float64Array.from(matrix), size)
  const inverse = new Float64Array(size * size)
  for (let column = 0; column < size; column++) {
    const unit = new Float64Array(size)
    unit[column] = 1
    solveInPlace(factor, size, unit)
    for (let row = 0; row < size; row++) inverse[row * size + column] = unit[row]!
  }
  return inverse
}

export interface ChanceAtPrice {
  priceMinor: number
  /** Eight times in ten the true chance is between low and high. */
  low: number
  middle: number
  high: number
}

/** Standard deviations on either side that hold eight tenths of a normal distribution. */
const eightTenths = 1.2816

/** The chance to win at an all-in price for a lane of a likely cost. */
export function chanceAt(model: WinChance, priceMinor: number, costMinor: number): ChanceAtPrice {
  const line = { ratio: priceMinor / costMinor, own: true }
  const odds = oddsAt(model.at, line)
  const by = byParameter(model.at, line)
  let variance = 0
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++)
      variance += by[row]! * by[column]! * model.covariance[row * size + column]!
  const off = eightTenths * Math.sqrt(Math.max(0, variance))
  return { priceMinor, low: logistic(odds - off), middle: logistic(odds), high: logistic(odds + off) }
}

export interface BestPrice {
  priceMinor: number
  /** Where the best price is eight times in ten, given how little was seen. */
  lowMinor: number
  highMinor: number
  chance: ChanceAtPrice
  /** Chance times what is kept: what one such quote brings on average. */
  expectedMarginMinor: number
  curve: ChanceAtPrice[]
}

const stepShare = 0.005
const steps = 120
const draws = 96

/** The price of highest expected margin for a lane of a likely cost, with how sure that is; prices in whole five dollars. */
export function bestPrice(model: WinChance, costMinor: number): BestPrice {
  const prices = Array.from(
    { length: steps + 1 },
    (_, step) => Math.round((costMinor * (1 + step * stepShare)) / 500) * 500,
  )
  const bestFor = (at: WinChance['at']) => {
    let [best, value] = [prices[0]!, Number.NEGATIVE_INFINITY]
    for (const price of prices) {
      const expected = logistic(oddsAt(at, { ratio: price / costMinor, own: true })) * (price - costMinor)
      if (expected > value) [best, value] = [price, expected]
    }
    return best
  }
  const priceMinor = bestFor(model.at)
  const others = drawsFrom(model)
    .map(bestFor)
    .sort((one, other) => one - other)
  const chance = chanceAt(model, priceMinor, costMinor)
  return {
    priceMinor,
    lowMinor: others[Math.floor(others.length * 0.1)]!,
    highMinor: others[Math.ceil(others.length * 0.9) - 1]!,
    chance,
    expectedMarginMinor: Math.round(chance.middle * (priceMinor - costMinor)),
    curve: prices
      .filter((_, at) => at % 4 === 0 && prices[at]! <= costMinor * 1.45)
      .map((price) => chanceAt(model, price, costMinor)),
  }
}

/** Parameters spread evenly over the posterior: Halton's sequence in three dimensions turned into normal draws. */
function drawsFrom(model: WinChance): WinChance['at'][] {
  const factor = choleskyInPlace(Float64Array.from(model.covariance), size)
  return Array.from({ length: draws }, (_, index) => {
    const normal = [2, 3, 5].map((base) => normalAt(halton(index + 1, base)))
    return model.at.map(
      (parameter, row) =>
        parameter +
        normal.slice(0, row + 1).reduce((sum, value, column) => sum + factor[row * size + column]! * value, 0),
    ) as WinChance['at']
  })
}

function halton(index: number, base: number): number {
  let [share, value, left] = [1 / base, 0, index]
  while (left > 0) {
    value += share * (left % base)
    left = Math.floor(left / base)
    share /= base
  }
  return value
}

/** The normal quantile (Tukey's lambda with the constants of Joiner and Rosenblatt 1971: near enough for a spread). */
const normalAt = (share: number): number => (share ** 0.14 - (1 - share) ** 0.14) * 4.91
