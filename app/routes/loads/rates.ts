import { database } from '#server/db.server'
import { readLaneHistory } from '#server/load-page/lane-history'
import type { Route } from './+types/rates'

/** What a load's rate picture rests on. */
export function loader({ params }: Route.LoaderArgs) {
  const history = /^\d{1,12}$/.test(params.loadId)
    ? readLaneHistory(database(), Number(params.loadId), Date.now())
    : null
  if (!history) throw new Response('There is no such load.', { status: 404 })
  return Response.json(history)
}
