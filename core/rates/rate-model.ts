import type { OfferSpread } from '../waiting/prices'
import { noPlace, type PlaceTable } from './columns'
import { type FeatureGroup, type FeaturePlan, usualLogPrice } from './features'
import { fieldAt, pointAt } from './field'
import { knotShares } from './knots'
import { type LaneAnswer, type LaneMemory, laneLevel, type Neighbours, neighboursOf } from './lane-memory'
import { type Loading, levelFor, type MarketLevel } from './market-level'
import { type PriceSource, priceSources } from './past-price'
import { shortness } from './side-part'
import type { Spread, SpreadInput } from './spread'
import { type SideName, type StaticFit, sideNames } from './static-parts'
import type { Suspect } from './suspects'

/** Everything that is known of prices, as plain data: a worker hands it over as it is. */
export interface RateModel {
  plan: FeaturePlan
  spots: PlaceTable
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
  /** How offers, won and lost, are spread around what is paid in the end. */
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
/** How prices of a source relate to those of all, in log price. */
export const sourcePart = (model: RateModel, source: PriceSource): number =>
  model.still.coefficients[model.plan.size - priceSources.length + priceSources.indexOf(source)]!

/** What the model knows of a place. */
export const placeOf = (model: RateModel, spot: number): PlaceMemory =>
  spot === noPlace ? unknownPlace : model.places[spot]!

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

/** How strongly each moving part weighs in the price of a subject. */
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

/** What a subject is expected to cost, in log price, with how sure that is. */
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
    subject.origin === noPlace || subject.dest === noPlace
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
export const noiseOfSource: Record<(typeof priceSources)[number], (noise: number, loads: number) => number> = {
  buy: (noise) => noise,
  lost_offer: (noise) => noise * 2,
  quote: (noise) => noise * 3,
  market: (noise, loads) => noise * (0.5 + 1 / loads),
}
