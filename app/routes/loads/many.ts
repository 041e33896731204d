import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { actOnMany, manySchema } from '#server/load/many'
import type { Route } from './+types/many'

/** One act on several loads, or what it would come to: each load with its refusal, or null. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const body = await readJson(request, manySchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const results = await actOnMany(database(), body.value, { now: Date.now(), by: person(who) })
  return 'refusal' in results ? Response.json(results.refusal, { status: 404 }) : Response.json({ results })
}
