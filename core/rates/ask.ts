import { day } from '../time/local'
import { type Account, accountFor, type FuelShare } from './account'
import { answerRate } from './answer-rate'
import type { Locate, RateQuestion } from './past-price'
import type { RateModel } from './rate-model'

export const rateBases = ['lane', 'area', 'region', 'model'] as const
export type RateBasis = (typeof rateBases)[number]

/** What a lane is likely to cost, with what the figure rests on. */
export interface RatePicture {
  /** 10th, 50th and 90th percentile of what a carrier is paid, all in. */
  lowMinor: number
  middleMinor: number
  highMinor: number
  /** Past prices the figure leans on: of the lane, of lanes around, of the region, or all. */
  comparables: number
  /** Instant of the newest of them; null where there is none. */
  newestAt: number | null
  basis: RateBasis
  account: Account
}

export type NoRate = { refusal: { code: 'no_miles'; message: string } }

/** So many prices of a lane, or of lanes around it, speak for themselves; so many at each end make a region known. */
const enoughOnLane = 5
const enoughAround = 4
const enoughInRegion = 10

/** The rate picture of a lane on a day, its figures in steps of `stepMinor`. A question that tells neither miles nor known places is refused. */
export function askRate(
  model: RateModel,
  question: RateQuestion,
  locate: Locate,
  { fuel = null, stepMinor = 1 }: { fuel?: FuelShare | null; stepMinor?: number } = {},
): RatePicture | NoRate {
  const answer = answerRate(model, question, locate)
  if (!answer)
    return {
      refusal: {
        code: 'no_miles',
        message: `Neither the miles nor both places of ${question.originPostal} to ${question.destPostal} are known`,
      },
    }
  const [lowMinor, middleMinor, highMinor] = [answer.low, answer.middle, answer.high].map(
    (dollars) => Math.round((dollars * 100) / stepMinor) * stepMinor,
  ) as [number, number, number]
  return {
    lowMinor,
    middleMinor,
    highMinor,
    ...groundsOf(model, question.equipment, answer.expected),
    account: accountFor(answer.expected, middleMinor, fuel, stepMinor === 1 ? 1 : 100),
  }
}

function groundsOf(
  model: RateModel,
  equipment: string,
  {
    lane,
    spread,
  }: { lane: { onLane: number; around: number; newest: number | null }; spread: { atOrigin: number; atDest: number } },
): Pick<RatePicture, 'comparables' | 'newestAt' | 'basis'> {
  const known = model.plan.equipments.includes(equipment)
  const newestAt = lane.newest === null ? null : Math.round(lane.newest * day)
  if (known && lane.onLane >= enoughOnLane) return { basis: 'lane', comparables: lane.onLane, newestAt }
  if (known && lane.onLane + lane.around >= enoughAround)
    return { basis: 'area', comparables: lane.onLane + lane.around, newestAt }
  const regional = Math.min(spread.atOrigin, spread.atDest)
  if (known && regional >= enoughInRegion)
    return { basis: 'region', comparables: regional, newestAt: model.newestAt || null }
  return { basis: 'model', comparables: model.learnt, newestAt: model.newestAt || null }
}
