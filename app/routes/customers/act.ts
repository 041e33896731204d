import { viewer } from '#server/access/cookie'
import { actOnCustomer, customerActSchema } from '#server/customer/act'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import type { Route } from './+types/act'

/** One act on one customer: 200 when done, 409 with the reason when a rule says no, 404 where there is nothing. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const body = await readJson(request, customerActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = actOnCustomer(database(), Number(params.customerId), body.value, viewer(context), Date.now())
  if ('done' in outcome) return Response.json(outcome)
  return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 409 })
}
