import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { mapCode, mapCodeSchema } from '#server/partner/map-code'
import type { Route } from './+types/codes'

/** Says what a partner's code is with us. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'answer_tenders')
  const body = await readJson(request, mapCodeSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = mapCode(database(), body.value, { now: Date.now(), by: person(who) })
  if ('done' in outcome) return Response.json(outcome)
  return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 409 })
}
