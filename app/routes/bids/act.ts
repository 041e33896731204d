import { viewer } from '#server/access/cookie'
import { actOnProject, bidActSchema } from '#server/bid/act'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import type { Route } from './+types/act'

/** One act of a rep on a bid project: 409 when a rule says no, with the rows that cannot be read where a sheet has such. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const body = await readJson(request, bidActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = actOnProject(database(), Number(params.projectId), body.value, viewer(context), Date.now())
  if (!('refusal' in outcome)) return Response.json(outcome)
  const status = outcome.refusal.code.startsWith('no_such') ? 404 : 409
  return Response.json(
    { ...outcome.refusal, ...('problems' in outcome ? { problems: outcome.problems } : {}) },
    { status },
  )
}
