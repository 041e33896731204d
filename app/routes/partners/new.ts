import { newPartnerSchema } from '#core/tender/partner'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { createPartner } from '#server/partner/save'
import type { Route } from './+types/new'

/** Makes a trading partner. */
export async function action({ request, context }: Route.ActionArgs) {
  requirePermission(viewer(context), 'set_partners')
  const body = await readJson(request, newPartnerSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const made = createPartner(database(), body.value)
  return 'partnerId' in made ? Response.json(made) : Response.json(made.refusal, { status: 409 })
}
