import { readHowFar } from '#core/place/how-far'
import { database } from '#server/db.server'
import { type HowFarAnswer, howFar } from '#server/miles/how-far'
import { laneRates } from '#server/rates/lane-rates'
import type { Route } from './+types/how-far'

/** How far it is, and between two places also what the lane is likely to cost. */
export type LaneAnswer = HowFarAnswer & { rates: ReturnType<typeof laneRates> }

/** Answers `boise to laredo` for the command line; null where nothing of the kind was asked. */
export function loader({ request }: Route.LoaderArgs) {
  const question = readHowFar((new URL(request.url).searchParams.get('q') ?? '').slice(0, 200))
  if (!question) return Response.json(null)
  const now = Date.now()
  const answer = howFar(database(), question, now)
  const [origin, dest, ...more] = 'refusal' in answer ? [] : answer.places
  const isLane = origin && dest && more.length === 0 && !('refusal' in answer)
  const rates = isLane ? laneRates(database(), [origin, dest], answer.miles, now) : []
  return Response.json({ ...answer, rates } satisfies LaneAnswer)
}
