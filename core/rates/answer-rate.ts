import { day } from '../time/local'
import { leadOf, milesOf, placeIndexOf, weightOf } from './columns'
import { writeFeatures } from './features'
import type { Locate, RateQuestion, RateSubject } from './past-price'
import { type Expected, expectPrice, type RateModel, rememberSpots, type Subject } from './rate-model'
import { percentilesOf } from './spread'

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

/** Returns a question as the model reads it, places and equipment by number, with its features; null where its miles are unknown. */
export function subjectOf(
  model: RateModel,
  asked: RateSubject,
  { at, source, loads }: { at: number; source: number; loads: number },
  locate: Locate,
): { subject: Subject; features: Float64Array } | null {
  const [origin, dest] = [
    placeIndexOf(model.spots, asked.originPostal, locate),
    placeIndexOf(model.spots, asked.destPostal, locate),
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
