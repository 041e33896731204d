import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { actOnMail, mailActSchema } from '#server/message/unread'
import type { Route } from './+types/mail-act'

/** Marks an email of no load as read, or gives it to a load: 200 when done, 404 where it is not there any more. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const body = await readJson(request, mailActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = actOnMail(database(), body.value, { now: Date.now(), by: person(who) })
  return 'done' in outcome ? Response.json(outcome) : Response.json(outcome.refusal, { status: 404 })
}
