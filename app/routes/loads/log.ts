import { database } from '#server/db.server'
import { eventsOf } from '#server/event/event'
import { pageEvent } from '#server/load-page/read'
import type { Route } from './+types/log'

const atOnce = 200

/** What happened to a load before the event `before`, the newest first. */
export function loader({ params, request }: Route.LoaderArgs) {
  const before = Number(new URL(request.url).searchParams.get('before'))
  if (!Number.isInteger(before) || before < 1) throw new Response('Before which event?', { status: 400 })
  const events = eventsOf(database(), 'load', Number(params.loadId), atOnce, before)
  return { log: events.map(pageEvent), isAll: events.length < atOnce }
}
