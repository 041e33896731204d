import { day } from '../time/local'
import type { OfferSpread } from '../waiting/prices'
import { leadOf, milesOf, noSpot, type SpotTable, spotOf, weightOf } from './columns'
import { type FeatureGroup, type FeaturePlan, usualLogPrice, writeFeatures } from './features'
import { fieldAt, pointAt } from './field'
import { knotShares } from './knots'
import {
  type LaneAnswer,
  type LaneMemory,
  laneKey,
  laneLevel,
  learnLane,
  type Neighbours,
  neighboursOf,
} from './lane-memory'
import { type Loading, learnLevel, levelFor, type MarketLevel, passTime, trustIn } from './market-level'
import {
  type Locate,
  type PastPrice,
  type PriceSource,
  priceSources,
  type RateQuestion,
  type RateSubject,
} from './past-price'
import { shortness } from './side-part'
import { percentilesOf, type Spread, type SpreadInput } from './spread'
import { type SideName, type StaticFit, sideNames } from './static-fit'
import type { Suspect } from './suspects'

/** Everything that is known of prices, as plain data: a worker hands it over as it is. */
export interface RateModel {
  plan: FeaturePlan
  spots: SpotTable
  still: StaticFit
  market: MarketLevel
  lanes: LaneMemory
  spread: Spread
  /** What is remembered of each spot, by its position. */
  places: PlaceMemory[]
  /** How much more the market's level weighs on a short way: 0 a share of the price, 1 a sum of dollars. */
  shortPower: number
  /** Prices learnt from. */
  learnt: number
  /** Instant of the newest price learnt from. */
  newestAt: number
  /** Past prices for a person to look at. */
  suspects: Suspect[]
  /** How offers, won and lost, lie around what is paid in the end. */
  offerSpread: OfferSpread
}

interface PlaceMemory {
  levels: Record<SideName, number>
  knots: { at: number; share: number }[]
  neighbours: Neighbours
  asOrigin: number
  asDest: number
}

/** What is expected of a price, part by part, in log dollars. */
export interface Expected {
  parts: Record<FeatureGroup | 'origin' | 'dest' | 'lane' | 'market', number>
  log: number
  spread: SpreadInput
  lane: LaneAnswer
}

export interface Subject {
  origin: number
  dest: number
  equipment: number
  source: number
  /** Loads an average stands for. */
  loads: number
  logMiles: number
  leadHours: number
  /** Days since 1970. */
  at: number
}

const unknownPlace: PlaceMemory = {
  levels: { origin: 0, dest: 0, originShort: 0, destShort: 0 },
  knots: [],
  neighbours: [],
  asOrigin: 0,
  asDest: 0,
}
const nowhere: LaneAnswer = { level: 0, variance: 0, onLane: 0, around: 0, newest: null }
/** How prices of a source lie to those of all, in log price. */
export const sourcePart = (model: RateModel, source: PriceSource): number =>
  model.still.coefficients[model.plan.size - priceSources.length + priceSources.indexOf(source)]!

export const placeOf = (model: RateModel, spot: number): PlaceMemory =>
  spot === noSpot ? unknownPlace : model.places[spot]!

/** Remembers a spot that came up after the fit. */
export function rememberSpots(model: RateModel): void {
  for (let at = model.places.length; at < model.spots.lat.length; at++) {
    const point = pointAt(model.spots, at)
    model.places.push({
      levels: Object.fromEntries(
        sideNames.map((name) => [
          name,
          model.still.sides[name].values[at] ?? fieldAt(model.still.sides[name].field, model.spots, point),
        ]),
      ) as PlaceMemory['levels'],
      knots: knotShares(model.still.knots, point),
      neighbours: neighboursOf(model.spots, at),
      asOrigin: 0,
      asDest: 0,
    })
  }
}

export function loadingOf(
  model: RateModel,
  origin: PlaceMemory,
  dest: PlaceMemory,
  equipment: number,
  logMiles: number,
): Loading {
  const weight = (1 + shortness(logMiles)) ** model.shortPower
  const from = 1 + model.plan.equipments.length
  const at = [0]
  const share = [1]
  if (equipment >= 0) {
    at.push(1 + equipment)
    share.push(1)
  }
  for (const knot of origin.knots) {
    at.push(from + knot.at)
    share.push(weight * knot.share)
  }
  for (const knot of dest.knots) {
    at.push(from + model.market.knots + knot.at)
    share.push(weight * knot.share)
  }
  return { at: Int32Array.from(at), share: Float64Array.from(share) }
}

/** The still part of a price: features and places. */
export function stillParts(
  model: RateModel,
  features: ArrayLike<number>,
  from: number,
  subject: Subject,
): Expected['parts'] {
  const parts: Expected['parts'] = {
    base: usualLogPrice(subject.logMiles),
    equipment: 0,
    notice: 0,
    weight: 0,
    weekday: 0,
    season: 0,
    source: 0,
    origin: 0,
    dest: 0,
    lane: 0,
    market: 0,
  }
  const { groups, size } = model.plan
  for (let column = 0; column < size; column++) {
    const value = features[from + column]!
    if (value !== 0) parts[groups[column]!] += value * model.still.coefficients[column]!
  }
  const [origin, dest] = [placeOf(model, subject.origin), placeOf(model, subject.dest)]
  const { equipment } = subject
  const knots = model.market.knots
  const cell = (values: Float64Array, place: PlaceMemory) =>
    equipment < 0 ? 0 : place.knots.reduce((sum, knot) => sum + knot.share * values[equipment * knots + knot.at]!, 0)
  const short = shortness(subject.logMiles)
  parts.origin = origin.levels.origin + short * origin.levels.originShort + cell(model.still.equipmentOrigin, origin)
  parts.dest = dest.levels.dest + short * dest.levels.destShort + cell(model.still.equipmentDest, dest)
  return parts
}

export function expectPrice(
  model: RateModel,
  features: ArrayLike<number>,
  from: number,
  subject: Subject,
): Expected & { loading: Loading } {
  const parts = stillParts(model, features, from, subject)
  const [origin, dest] = [placeOf(model, subject.origin), placeOf(model, subject.dest)]
  const loading = loadingOf(model, origin, dest, subject.equipment, subject.logMiles)
  const market = levelFor(model.market, loading)
  const noise = model.still.noise
  const lane =
    subject.origin === noSpot || subject.dest === noSpot
      ? nowhere
      : laneLevel(model.lanes, origin.neighbours, dest.neighbours, subject.at, noise * noise)
  parts.market = market.level
  parts.lane = lane.level
  const log = Object.values(parts).reduce((sum, part) => sum + part, 0)
  return {
    parts,
    log,
    lane,
    loading,
    spread: {
      logMiles: subject.logMiles,
      leadHours: subject.leadHours,
      variance: market.variance + lane.variance,
      noise,
      onLane: lane.onLane,
      atOrigin: origin.asOrigin,
      atDest: dest.asDest,
    },
  }
}

/** A single offer that was turned down, a quote or an average tells less, or more, of a price than a buy. */
const noiseOfSource: Record<(typeof priceSources)[number], (noise: number, loads: number) => number> = {
  buy: (noise) => noise,
  lost_offer: (noise) => noise * 2,
  quote: (noise) => noise * 3,
  market: (noise, loads) => noise * (0.5 + 1 / loads),
}

export function learnExpected(
  model: RateModel,
  subject: Subject,
  expected: Expected & { loading: Loading },
  error: number,
  noise: number,
): void {
  const own = noiseOfSource[priceSources[subject.source]!](noise, subject.loads)
  learnLevel(
    model.market,
    model.still.knots.miles,
    expected.loading,
    error + expected.parts.market,
    own + expected.lane.variance,
  )
  const { level } = levelFor(model.market, expected.loading)
  learnPlaces(
    model,
    subject,
    error + expected.parts.lane + expected.parts.market - level,
    Math.min(1.2, trustIn(error, noise + expected.spread.variance)),
  )
}

/** Learns what a price showed of its lane, and counts it at both ends. */
export function learnPlaces(model: RateModel, subject: Subject, shown: number, trust: number): void {
  model.learnt++
  model.newestAt = Math.max(model.newestAt, subject.at * day)
  if (subject.origin === noSpot || subject.dest === noSpot) return
  const source = priceSources[subject.source]!
  learnLane(
    model.lanes,
    laneKey(subject.origin, subject.dest),
    shown,
    subject.at,
    trust / noiseOfSource[source](1, subject.loads),
    source === 'buy',
  )
  model.places[subject.origin]!.asOrigin++
  model.places[subject.dest]!.asDest++
}

/** Takes in one price after the fit; the still part stays as it is. A price that cannot be used is passed over. */
export function learnPrice(model: RateModel, price: PastPrice, locate: Locate): void {
  const asked = subjectOf(
    model,
    price,
    { at: price.bookedAt, source: priceSources.indexOf(price.source), loads: price.count },
    locate,
  )
  if (!asked || price.buyMinor <= 0) return
  passTime(model.market, Math.floor(asked.subject.at))
  const expected = expectPrice(model, asked.features, 0, asked.subject)
  learnExpected(model, asked.subject, expected, Math.log(price.buyMinor / 100) - expected.log, model.still.noise ** 2)
}

export interface RawAnswer {
  low: number
  middle: number
  high: number
  expected: Expected
}

/** Low, middle and high in dollars for a question; null where neither miles nor places are known. */
export function answerRate(model: RateModel, question: RateQuestion, locate: Locate): RawAnswer | null {
  const asked = subjectOf(model, question, { at: question.asOf, source: 0, loads: 1 }, locate)
  if (!asked) return null
  const expected = expectPrice(model, asked.features, 0, asked.subject)
  const [low, middle, high] = percentilesOf(model.spread, expected.spread)
  return {
    low: Math.exp(expected.log + low),
    middle: Math.exp(expected.log + middle),
    high: Math.exp(expected.log + high),
    expected,
  }
}

function subjectOf(
  model: RateModel,
  asked: RateSubject,
  { at, source, loads }: { at: number; source: number; loads: number },
  locate: Locate,
): { subject: Subject; features: Float64Array } | null {
  const [origin, dest] = [
    spotOf(model.spots, asked.originPostal, locate),
    spotOf(model.spots, asked.destPostal, locate),
  ]
  if (model.places.length < model.spots.lat.length) rememberSpots(model)
  const miles = milesOf(asked, origin, dest, model.spots)
  if (miles === null) return null
  const subject: Subject = {
    origin,
    dest,
    equipment: model.plan.equipments.indexOf(asked.equipment),
    source,
    loads: Math.max(1, loads),
    logMiles: Math.log(miles),
    leadHours: leadOf(asked),
    at: at / day,
  }
  const features = new Float64Array(model.plan.size)
  writeFeatures(
    features,
    0,
    {
      logMiles: subject.logMiles,
      equipment: subject.equipment,
      leadHours: subject.leadHours,
      weightLb: weightOf(asked),
      pickupAt: asked.pickupAt,
      source,
    },
    model.plan,
  )
  return { subject, features }
}
