import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { saveOffice, saveOfficeSchema } from '#server/office/save'
import type { Route } from './+types/save'

/** Keeps the brokerage's settings as the next version: 409 with the reason where somebody else saved meanwhile. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_office')
  const body = await readJson(request, saveOfficeSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const saved = saveOffice(database(), body.value, { now: Date.now(), by: person(who) })
  return 'refusal' in saved ? Response.json(saved.refusal, { status: 409 }) : Response.json(saved)
}
