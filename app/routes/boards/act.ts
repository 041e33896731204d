import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { actOnPostings, postingsActSchema } from '#server/board-page/act'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import type { Route } from './+types/act'

/** Takes postings down or refreshes them, of one load or many. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const body = await readJson(request, postingsActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  return Response.json(await actOnPostings(database(), body.value, { now: Date.now(), by: person(who) }))
}
