import { day } from '../time/local'
import { subjectOf } from './answer-rate'
import { noPlace } from './columns'
import { laneKey, learnLane } from './lane-memory'
import { type Loading, learnLevel, levelFor, passTime, trustIn } from './market-level'
import { type Locate, type PastPrice, priceSources } from './past-price'
import { type Expected, expectPrice, noiseOfSource, type RateModel, type Subject } from './rate-model'

/** Moves the model towards a price that was paid, by how far it was from what was expected. */
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
  model.newestAt = Math.max(model.newestAt, Math.round(subject.at * day))
  if (subject.origin === noPlace || subject.dest === noPlace) return
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
