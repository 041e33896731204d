import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { backUpNow } from '#server/backup/schedule'
import { database } from '#server/db.server'
import { actOnOutbox, healthActSchema } from '#server/health/act'
import { readJson } from '#server/http/body'
import type { Route } from './+types/act'

/** Tries something again, gives it up, or backs up now. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'see_health')
  const body = await readJson(request, healthActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  if (body.value.intent === 'back_up') {
    const { ok, words } = await backUpNow(database())
    return Response.json({ done: ok, message: words }, { status: ok ? 200 : 500 })
  }
  const outcome = actOnOutbox(database(), body.value, { now: Date.now(), by: person(who) })
  return 'done' in outcome ? Response.json(outcome) : Response.json(outcome.refusal, { status: 409 })
}
