import type { Knots } from './knots'

/**
 * How the level of prices moves with time: one level for all, one for each equipment, and one for
 * loads out of and into each knot, each a random walk drawn back to its usual height. Followed load by load with a
 * Kalman filter (Kalman 1960) whose noise is heavy-tailed: a price far off its expectation moves it less.
 */
export interface MarketLevel {
  equipments: number
  knots: number
  /** Days since 1970 of the last move. */
  at: number
  level: Float64Array
  /** Covariance of the levels, one row a level; the lower triangle alone is kept. */
  cover: Float64Array
  /** Covariance that a day adds. */
  moves: Float64Array
  /** Share of a level that is left after a day. */
  stays: Float64Array
  /** By level of a knot: surprises of late in one direction, and their weight. */
  strain: Float64Array
  strainWeight: Float64Array
}

/** Standard deviations a day, in log price, and days after which a level has fallen back by a third. */
export interface MarketPace {
  common: number
  equipment: number
  knot: number
}
export const usualPace: MarketPace = { common: 0.006, equipment: 0.004, knot: 0.009 }
const fallsBackDays = { common: 300, equipment: 200, knot: 120 }

/** A place moves with its neighbours as far as this. */
const togetherMiles = 380
const togetherNearMiles = 130

/** The levels a price depends on, and by how much. */
export interface Loading {
  at: Int32Array
  share: Float64Array
}

/** The level of the market before anything was seen. */
export function startMarketLevel(
  equipments: number,
  knots: Knots,
  at: number,
  pace: MarketPace = usualPace,
): MarketLevel {
  const count = knots.lat.length
  const size = 1 + equipments + 2 * count
  const moves = new Float64Array(size * size)
  const stays = new Float64Array(size)
  for (let row = 0; row < size; row++) {
    const kind = kindOfRow(row, equipments)
    stays[row] = Math.exp(-1 / fallsBackDays[kind])
    moves[row * size + row] = pace[kind] ** 2
  }
  for (const side of [0, 1]) {
    const from = 1 + equipments + side * count
    for (let one = 0; one < count; one++) {
      for (let other = 0; other < count; other++) {
        const apart = knots.miles[one * count + other]!
        moves[(from + one) * size + from + other] =
          pace.knot ** 2 * (0.7 * Math.exp(-apart / togetherMiles) + 0.3 * Math.exp(-apart / togetherNearMiles))
      }
    }
  }
  const cover = new Float64Array(size * size)
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++)
      cover[row * size + column] = moves[row * size + column]! / (1 - stays[row]! * stays[column]!)
  return {
    equipments,
    knots: count,
    at,
    level: new Float64Array(size),
    cover,
    moves,
    stays,
    strain: new Float64Array(size),
    strainWeight: new Float64Array(size),
  }
}

/** Lets days pass: levels fall back a little, and are known less well. */
export function passTime(market: MarketLevel, at: number): void {
  const days = at - market.at
  if (days <= 0) return
  market.at = at
  const size = market.level.length
  const left = Float64Array.from(market.stays, (stays) => stays ** days)
  for (let row = 0; row < size; row++) {
    market.level[row]! *= left[row]!
    const rowAt = row * size
    for (let column = 0; column <= row; column++) {
      const both = left[row]! * left[column]!
      const perDay = 1 - market.stays[row]! * market.stays[column]!
      market.cover[rowAt + column] =
        both * market.cover[rowAt + column]! + (market.moves[rowAt + column]! * (1 - both)) / perDay
    }
  }
}

/** The level a price meets, and how unsure it is (variance). */
export function levelFor(market: MarketLevel, { at, share }: Loading): { level: number; variance: number } {
  const size = market.level.length
  let level = 0
  let variance = 0
  for (let one = 0; one < at.length; one++) {
    level += share[one]! * market.level[at[one]!]!
    for (let other = 0; other < at.length; other++)
      variance +=
        share[one]! *
        share[other]! *
        market.cover[Math.max(at[one]!, at[other]!) * size + Math.min(at[one]!, at[other]!)]!
  }
  return { level, variance }
}

/** A price counts for about this many in the memory of surprises. */
const strainForgets = 0.04
/** Surprises so many deviations to one side are no chance. */
const alarmAt = 3.4
/** How far a level may then have moved at once (a standard deviation), and how far around. */
const moveAtOnce = 0.06
const moveMiles = 200

/**
 * A region that moves at once shows as surprises all to one side (a cumulative sum test, Page 1954). Then its level,
 * and its neighbours', are held to be less well known, and the next prices move them quickly.
 */
function noticeMove(market: MarketLevel, knotMiles: Float64Array, { at, share }: Loading, surprise: number): void {
  const from = 1 + market.equipments
  const clipped = Math.max(-2.5, Math.min(2.5, surprise))
  for (let one = 0; one < at.length; one++) {
    const level = at[one]!
    if (level < from) continue
    const left = 1 - strainForgets * share[one]!
    market.strain[level] = market.strain[level]! * left + share[one]! * clipped
    market.strainWeight[level] = market.strainWeight[level]! * left * left + share[one]! ** 2
    if (market.strain[level]! ** 2 < alarmAt ** 2 * market.strainWeight[level]! || market.strainWeight[level]! < 3)
      continue
    loosen(market, knotMiles, level)
  }
}

function loosen(market: MarketLevel, knotMiles: Float64Array, level: number): void {
  const size = market.level.length
  const from = 1 + market.equipments + (level >= 1 + market.equipments + market.knots ? market.knots : 0)
  const middle = (level - from) * market.knots
  for (let row = 0; row < market.knots; row++) {
    for (let column = 0; column <= row; column++) {
      market.cover[(from + row) * size + from + column]! +=
        moveAtOnce ** 2 *
        Math.exp(-(knotMiles[middle + row]! + knotMiles[middle + column]!) / (2 * moveMiles)) *
        Math.exp(-knotMiles[row * market.knots + column]! / moveMiles)
    }
    const left = 1 - Math.exp(-knotMiles[middle + row]! / moveMiles)
    market.strain[from + row]! *= left
  }
}

/**
 * Learns from one price: `residual` is what the levels have to explain, `noise` its own variance. Answers how
 * unlikely the price was (twice its negative log likelihood, less a constant), for choosing between levels of different make.
 */
export function learnLevel(
  market: MarketLevel,
  knotMiles: Float64Array,
  loading: Loading,
  residual: number,
  noise: number,
): number {
  const { at, share } = loading
  const { level, cover } = market
  const size = level.length
  const towards = new Float64Array(size)
  let expected = 0
  let variance = 0
  for (let one = 0; one < at.length; one++) {
    const row = at[one]!
    const mine = share[one]!
    expected += mine * level[row]!
    for (let column = 0, cell = row * size; column <= row; column++, cell++) towards[column]! += mine * cover[cell]!
    for (let below = row + 1, cell = (row + 1) * size + row; below < size; below++, cell += size)
      towards[below]! += mine * cover[cell]!
  }
  for (let one = 0; one < at.length; one++) variance += share[one]! * towards[at[one]!]!
  const surprise = residual - expected
  noticeMove(market, knotMiles, loading, surprise / Math.sqrt(variance + noise))
  const scale = 1 / (variance + noise / trustIn(surprise, variance + noise))
  for (let row = 0; row < size; row++) {
    const mine = towards[row]! * scale
    level[row]! += mine * surprise
    for (let column = 0, cell = row * size; column <= row; column++, cell++) cover[cell]! -= mine * towards[column]!
  }
  return Math.log(variance + noise) + (freedom + 1) * Math.log1p((surprise * surprise) / (freedom * (variance + noise)))
}

const freedom = 5

/** How far a price is trusted that is so far off: the weight of a Student's t with five degrees of freedom (Lange, Little and Taylor 1989). */
export const trustIn = (surprise: number, variance: number): number =>
  (freedom + 1) / (freedom + (surprise * surprise) / variance)

/** What a row of the state is: the whole market's level, one equipment's, one place's. */
function kindOfRow(row: number, equipments: number): 'common' | 'equipment' | 'knot' {
  if (row === 0) return 'common'
  return row <= equipments ? 'equipment' : 'knot'
}
