import { sessionContext } from '#server/access/context'
import { sessionToken } from '#server/access/cookie'
import { viewerOf } from '#server/access/sign-in'
import { database } from '#server/db.server'
import { lastEventId } from '#server/event/event'
import { liveStream } from '#server/live/live'
import type { Route } from './+types/live'

/** The log's tail as it grows; a reader that comes back says where it stopped, by itself or, a new tab of the same browser, in the address. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const address = new URL(request.url).searchParams
  const said = Number(request.headers.get('last-event-id') ?? address.get('after'))
  const after = Number.isInteger(said) && said > 0 ? said : lastEventId(database())
  const since = Number(address.get('since')) || null
  const token = await sessionToken(request)
  const listener = {
    session: context.get(sessionContext),
    isSignedIn: () => token !== null && viewerOf(database(), token, Date.now()) !== null,
  }
  return new Response(liveStream(database(), after, since, request.signal, listener), {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  })
}
