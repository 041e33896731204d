import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { actOnRules, rulesActSchema } from '#server/tender/change-rules'
import type { Route } from './+types/answering-act'

/** Changes or tries out a customer's answering rules. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_partners')
  const body = await readJson(request, rulesActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = actOnRules(database(), body.value, { now: Date.now(), by: person(who) })
  if ('done' in outcome) return Response.json(outcome)
  return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 409 })
}
