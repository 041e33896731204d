import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { actOnLoad, loadActSchema } from '#server/load-page/act'
import type { Route } from './+types/act'

/** One act on one load: 200 when done, 409 with the reason when a rule says no, 404 where there is nothing. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const body = await readJson(request, loadActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = actOnLoad(database(), Number(params.loadId), body.value, viewer(context), Date.now())
  if ('done' in outcome) return Response.json(outcome)
  const { code, message, path } = outcome.refusal as { code: string; message: string; path?: string }
  return Response.json(
    { code, message, ...(path ? { errors: [{ path, message }] } : {}) },
    { status: code.startsWith('no_such') ? 404 : 409 },
  )
}
