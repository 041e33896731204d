import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { refitRates } from '#server/rates/model'
import { correctionSchema, correctPrice } from '#server/rates/suspects'
import type { Route } from './+types/correct'

/** Keeps what a person says of a past price. */
export async function action({ request, context }: Route.ActionArgs) {
  const user = viewer(context)
  requirePermission(user, 'correct_rates')
  const body = await readJson(request, correctionSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const answer = correctPrice(database(), body.value, { now: Date.now(), by: person(user) })
  if ('refusal' in answer) return Response.json({ message: answer.refusal.message }, { status: 409 })
  refitRates()
  return Response.json(answer)
}
