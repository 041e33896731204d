import { person } from '#core/access/actor'
import { newPartnerSchema } from '#core/tender/partner'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { createPartner } from '#server/partner/save'
import type { Route } from './+types/new'

/** Makes a trading partner. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_partners')
  const body = await readJson(request, newPartnerSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const made = createPartner(database(), body.value, { now: Date.now(), by: person(who) })
  return 'partnerId' in made ? Response.json(made) : Response.json(made.refusal, { status: 409 })
}
