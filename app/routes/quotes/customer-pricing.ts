import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { customerPricingSchema, setCustomerPricing } from '#server/customer/pricing'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import type { Route } from './+types/customer-pricing'

/** Changes how a customer is priced. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_pricing')
  const body = await readJson(request, customerPricingSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const act = { now: Date.now(), by: person(who) }
  const outcome = setCustomerPricing(database(), Number(params.customerId), body.value, act)
  return 'refusal' in outcome ? Response.json(outcome.refusal, { status: 409 }) : Response.json(outcome)
}
