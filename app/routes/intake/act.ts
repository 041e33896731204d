import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { actOnTenders, tenderActSchema } from '#server/tender/act'
import type { Route } from './+types/act'

/** Answers to one or many tenders; each outcome is in the answer. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, tenderActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  return Response.json(actOnTenders(database(), body.value, viewer(context), Date.now()))
}
