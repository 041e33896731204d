import { guessedSpread as guessedOffers, offerSpreadOf } from '../waiting/prices'
import { type Columns, makeColumns, type PlaceTable } from './columns'
import { usualLogPrice } from './features'
import { emptyLaneMemory } from './lane-memory'
import { learnExpected, learnPlaces } from './learn-price'
import { median } from './linear'
import { learnLevel, passTime, startMarketLevel } from './market-level'
import { type Locate, type PastPrice, priceSources } from './past-price'
import {
  type Expected,
  expectPrice,
  loadingOf,
  placeOf,
  type RateModel,
  rememberSpots,
  type Subject,
  sourcePart,
  stillParts,
} from './rate-model'
import { fitSpread, guessedSpread, type SpreadInput } from './spread'
import { fitStatic, leftOver, nearestKnots } from './static-fit'
import type { StaticFit } from './static-parts'
import { isLeftOut, plainSuspects, type Suspect, slipOf } from './suspects'

/**
 * The market forgets within some months: its levels are followed through the last of the history only, so many days.
 * What older prices showed of their lanes is taken from the fit of the still part.
 */
const followedDays = 130

/** A model with the still part fitted on prices up to `to`, and the lanes learnt from those up to where the market is followed from. */
function startModel(
  columns: Columns,
  spots: PlaceTable,
  trust: Float64Array,
  to: number,
  options: { before?: StaticFit; progress: (share: number) => void },
): { model: RateModel; from: number } {
  const part =
    to === columns.count
      ? columns
      : { ...columns, count: to, booked: columns.booked.subarray(0, to), logPrice: columns.logPrice.subarray(0, to) }
  const { fit: still, lanes, weights } = fitStatic(part, spots, trust.subarray(0, to), options)
  const since = (columns.booked[to - 1] ?? 0) - followedDays
  const later = columns.booked.findIndex((booked) => booked >= since)
  const from = later < 0 ? 0 : Math.min(later, to)
  const model: RateModel = {
    plan: columns.plan,
    spots,
    still,
    market: startMarketLevel(columns.plan.equipments.length, still.knots, Math.floor(columns.booked[from] ?? 0)),
    lanes: emptyLaneMemory(still.laneLikeness),
    spread: guessedSpread(still.noise),
    places: [],
    shortPower: 0,
    learnt: 0,
    newestAt: 0,
    suspects: [],
    offerSpread: guessedOffers,
  }
  rememberSpots(model)
  for (let at = 0; at < from; at++)
    if (trust[at]! > 0) learnPlaces(model, subjectAt(columns, at), lanes[at]!, weights[at]!)
  return { model, from }
}

/** Share of the history on which the spread is measured by foretelling it. */
const measuredShare = 0.15
const shortPowers = [0, 0.5, 1] as const
const triedShare = 0.2
const triedStride = 3
/** Twice the log likelihood by which dollars must explain more than shares. */
const clearlyBetter = 20

/** Whether the market moves prices by shares or by dollars: what makes the last part of the history least surprising. */
function chooseShortPower(model: RateModel, columns: Columns, trust: Float64Array, to: number): number {
  const from = Math.floor(to * (1 - triedShare))
  const noise = model.still.noise ** 2 + model.still.laneLikeness.own + model.still.laneLikeness.shared
  const surprises = shortPowers.map((power) => {
    const tried: RateModel = {
      ...model,
      shortPower: power,
      market: startMarketLevel(
        columns.plan.equipments.length,
        model.still.knots,
        Math.floor(columns.booked[from] ?? 0),
      ),
    }
    let surprise = 0
    for (let at = from; at < to; at += triedStride) {
      if (trust[at] === 0) continue
      const subject = subjectAt(columns, at)
      passTime(tried.market, Math.floor(subject.at))
      const parts = stillParts(tried, columns.features, at * columns.plan.size, subject)
      const left = columns.logPrice[at]! - Object.values(parts).reduce((sum, part) => sum + part, 0)
      surprise += learnLevel(
        tried.market,
        tried.still.knots.miles,
        loadingOf(
          tried,
          placeOf(tried, subject.origin),
          placeOf(tried, subject.dest),
          subject.equipment,
          subject.logMiles,
        ),
        left,
        noise,
      )
    }
    return surprise
  })
  if (Math.min(...surprises) > surprises[0]! - clearlyBetter) return shortPowers[0]
  return shortPowers[surprises.indexOf(Math.min(...surprises))]!
}

/** 1 for prices to learn from, 0 for those left out. */
function trustOf(columns: Columns, suspects: Suspect[]): Float64Array {
  const left = new Set(suspects.filter(isLeftOut).map(({ id }) => id))
  return Float64Array.from({ length: columns.count }, (_, at) => (left.has(columns.ids[at]!) ? 0 : 1))
}

/** No place or season makes a load cost five times another of its length (natural logarithm). */
const roughlyFarOff = 1.5

/** Keeps plain slips out of the first fit, which they would bend before it can tell them apart. */
function distrustFarOff(columns: Columns, trust: Float64Array): void {
  const over = Float64Array.from(
    { length: columns.count },
    (_, at) => columns.logPrice[at]! - usualLogPrice(columns.logMiles[at]!),
  )
  const usual = median(over)
  for (let at = 0; at < columns.count; at++) if (Math.abs(over[at]! - usual) > roughlyFarOff) trust[at] = 0
}

/** Prices that are far from what the still part tells. */
function slipsOf(columns: Columns, still: StaticFit, spots: PlaceTable, known: Suspect[]): Suspect[] {
  const left = new Set(known.filter(isLeftOut).map(({ id }) => id))
  const nearest = nearestKnots(still.knots, spots)
  const rest = leftOver(columns, still, nearest)
  const usual = median(rest)
  return Array.from(rest).flatMap((error, at) => {
    if (left.has(columns.ids[at]!) || columns.source[at] !== 0 || columns.confirmed[at] === 1) return []
    const slip = slipOf(
      { id: columns.ids[at]!, buyMinor: Math.round(Math.exp(columns.logPrice[at]!) * 100) },
      error - usual,
      Math.exp(columns.logMiles[at]!),
    )
    return slip ? [slip] : []
  })
}

export interface FitOptions {
  locate: Locate
  progress?: (share: number, step: 'reading' | 'measuring' | 'fitting') => void
}

/** Fits a model to a history in the order of booking. */
export function fitRates(history: PastPrice[], { locate, progress = () => {} }: FitOptions): RateModel {
  const spots: PlaceTable = { index: new Map(), lat: [], lon: [] }
  progress(0, 'reading')
  const columns = makeColumns(history, spots, locate)
  const suspects = plainSuspects(history)
  const trust = trustOf(columns, suspects)
  distrustFarOff(columns, trust)
  const split = Math.floor(columns.count * (1 - measuredShare))
  const { model: trial, from: trialFrom } = startModel(columns, spots, trust, split, {
    progress: (share) => progress(0.05 + 0.4 * share, 'measuring'),
  })
  suspects.push(...slipsOf(columns, trial.still, spots, suspects))
  trust.set(trustOf(columns, suspects))
  trial.shortPower = chooseShortPower(trial, columns, trust, split)
  follow(trial, columns, trust, trialFrom, split)
  const seen: { input: SpreadInput; error: number }[] = []
  const offers: number[] = []
  follow(trial, columns, trust, split, columns.count, (at, expected, error) => {
    if (Math.abs(error) >= 0.8) return
    const source = priceSources[columns.source[at]!]!
    if (source === 'buy') seen.push({ input: { ...expected.spread }, error })
    if (source === 'buy' || source === 'lost_offer')
      offers.push(error + expected.parts.source - sourcePart(trial, 'buy'))
  })
  const { model, from } = startModel(columns, spots, trust, columns.count, {
    before: trial.still,
    progress: (share) => progress(0.6 + 0.2 * share, 'fitting'),
  })
  model.spread = fitSpread(seen, model.still.noise)
  model.shortPower = trial.shortPower
  model.suspects = suspects
  model.offerSpread = offerSpreadOf(offers)
  follow(model, columns, trust, from, columns.count)
  progress(1, 'fitting')
  return model
}

const subjectAt = (columns: Columns, at: number): Subject => ({
  origin: columns.origin[at]!,
  dest: columns.dest[at]!,
  equipment: columns.equipment[at]!,
  source: columns.source[at]!,
  loads: columns.loads[at]!,
  logMiles: columns.logMiles[at]!,
  leadHours: columns.leadHours[at]!,
  at: columns.booked[at]!,
})

/** Follows prices from one position to another in the order of booking: foretells each, then learns from it. */
function follow(
  model: RateModel,
  columns: Columns,
  trust: Float64Array,
  from: number,
  to: number,
  seen?: (at: number, expected: Expected, error: number) => void,
): void {
  const noise = model.still.noise ** 2
  for (let at = from; at < to; at++) {
    const subject = subjectAt(columns, at)
    passTime(model.market, Math.floor(subject.at))
    const expected = expectPrice(model, columns.features, at * model.plan.size, subject)
    const error = columns.logPrice[at]! - expected.log
    seen?.(at, expected, error)
    if (trust[at]! > 0) learnExpected(model, subject, expected, error, noise)
  }
}
