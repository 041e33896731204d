import { person } from '#core/access/actor'
import { projectTermsSchema } from '#core/bid/bid'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { createProject } from '#server/bid/projects'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import type { Route } from './+types/new'

/** Begins a bid project; the answer names it. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const body = await readJson(request, projectTermsSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = createProject(database(), body.value, { now: Date.now(), by: person(who), repId: who.id })
  return 'refusal' in outcome
    ? Response.json({ errors: [{ path: 'deadlineAt', message: outcome.refusal.message }] }, { status: 400 })
    : Response.json(outcome)
}
