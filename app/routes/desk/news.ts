import { z } from 'zod'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { markSeen, newsFor, unreadNews } from '#server/news/news'
import type { Route } from './+types/news'

const seenSchema = z.object({ upTo: z.number().int().nonnegative() })

/** The viewer's news (`list=1`), or only how much of it they have not seen; `mine=0` for everybody's. */
export function loader({ request, context }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams
  const asked = { mine: params.get('mine') !== '0', now: Date.now() }
  const { id } = viewer(context)
  const items = params.get('list') === '1' ? newsFor(database(), id, asked) : null
  return Response.json({ unread: unreadNews(database(), id, asked), items })
}

/** Notes that the viewer has seen their news up to an event. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, seenSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  markSeen(database(), viewer(context).id, body.value.upTo)
  return Response.json({ done: true })
}
