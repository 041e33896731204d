import { timingSafeEqual } from 'node:crypto'
import { callerContext } from '#server/access/context'
import { database } from '#server/db.server'
import { metricsText } from '#server/health/pace'
import { waitingByKind } from '#server/health/read'
import { countStranger, isTurnedAway } from '#server/http/strangers'
import { settings } from '#server/settings.server'
import type { Route } from './+types/metrics'

/** What the process measures of itself, in Prometheus's text format, for whoever brings the key of `OX_METRICS_KEY`. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { OX_METRICS_KEY } = settings()
  if (!OX_METRICS_KEY) throw new Response('No key for metrics is set (OX_METRICS_KEY).', { status: 404 })
  const caller = context.get(callerContext)
  if (await isTurnedAway(caller)) throw new Response('Too many wrong keys.', { status: 429 })
  const [given, right] = [request.headers.get('authorization') ?? '', `Bearer ${OX_METRICS_KEY}`].map(Buffer.from)
  if (given!.length !== right!.length || !timingSafeEqual(given!, right!)) {
    await countStranger(caller, 'metrics')
    throw new Response('Bring the key as a bearer token.', { status: 401 })
  }
  return new Response(await metricsText(waitingByKind(database())), {
    headers: { 'content-type': 'text/plain; version=0.0.4; charset=utf-8' },
  })
}
