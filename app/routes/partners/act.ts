import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { partnerActSchema, savePartner, saveSite } from '#server/partner/save'
import type { Route } from './+types/act'

/** Changes a partner. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_partners')
  const body = await readJson(request, partnerActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const id = Number(params.partnerId)
  const act = { now: Date.now(), by: person(who) }
  const outcome =
    body.value.intent === 'save'
      ? savePartner(database(), id, body.value.form, act)
      : saveSite(database(), id, body.value.form, act)
  if ('done' in outcome) return Response.json(outcome)
  return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 409 })
}
