import { z } from 'zod'
import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { reread, resend } from '#server/exchange/retry'
import { readJson } from '#server/http/body'
import type { Route } from './+types/act'

const id = z.number().int().positive()
const schema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('send_again'), exchangeId: id }),
  z.object({ intent: z.literal('read_again'), documentId: id }),
])

/** Sends something again, or reads it again. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'answer_tenders')
  const body = await readJson(request, schema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const act = { now: Date.now(), by: person(who) }
  const outcome =
    body.value.intent === 'send_again'
      ? resend(database(), body.value.exchangeId, act)
      : reread(database(), body.value.documentId, act)
  if ('done' in outcome) return Response.json(outcome)
  return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 409 })
}
