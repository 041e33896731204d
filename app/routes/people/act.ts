import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { actOnPeople, peopleActSchema } from '#server/people-page/act'
import type { Route } from './+types/act'

/** One act on people, roles or teams: 200 when done, 409 with the reason when a rule says no. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, peopleActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = actOnPeople(database(), body.value, viewer(context), Date.now())
  return 'done' in outcome ? Response.json(outcome) : Response.json(outcome.refusal, { status: 409 })
}
