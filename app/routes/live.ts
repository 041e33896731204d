import { database } from '#server/db.server'
import { lastLogId, liveStream } from '#server/live/live'
import type { Route } from './+types/live'

/** The log's tail as it grows; a reader that comes back says where it stopped. */
export function loader({ request }: Route.LoaderArgs) {
  const said = Number(request.headers.get('last-event-id'))
  const after = Number.isInteger(said) && said > 0 ? said : lastLogId(database())
  const since = Number(new URL(request.url).searchParams.get('since')) || null
  return new Response(liveStream(database(), after, since, request.signal), { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform', 'x-accel-buffering': 'no' } })
}
