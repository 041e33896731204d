import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { actOnTrucks, truckActSchema } from '#server/truck/act'
import type { Route } from './+types/act'

/** Confirms, refuses, puts right, notes or takes off trucks we know of: 200 when done, 409 where it cannot be. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'handle_offers')
  const body = await readJson(request, truckActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = actOnTrucks(database(), body.value, { now: Date.now(), by: person(who) })
  return 'done' in outcome ? Response.json(outcome) : Response.json(outcome.refusal, { status: 409 })
}
