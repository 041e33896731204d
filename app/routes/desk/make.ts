import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import {
  createCustomer,
  createProspect,
  newCustomerSchema,
  newProspectSchema,
  payerSchema,
  setPayer,
} from '#server/customer/customers'
import { database } from '#server/db.server'
import { createFacility, newFacilitySchema } from '#server/facility/facilities'
import { readJson } from '#server/http/body'
import type { Route } from './+types/make'

/** Makes a customer, a prospect, a payer or a facility on the spot. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const who = viewer(context)
  const act = { now: Date.now(), by: person(who) }
  if (params.subject === 'prospect') {
    requirePermission(who, 'edit_quotes')
    const body = await readJson(request, newProspectSchema)
    if ('errors' in body) return Response.json(body, { status: body.status })
    const made = createProspect(database(), body.value, act)
    return 'refusal' in made ? Response.json(made.refusal, { status: 409 }) : Response.json(made)
  }
  requirePermission(who, 'edit_loads')
  if (params.subject === 'customer') {
    const body = await readJson(request, newCustomerSchema)
    if ('errors' in body) return Response.json(body, { status: body.status })
    const made = createCustomer(database(), body.value, act)
    if ('refusal' in made)
      return Response.json(
        { message: made.refusal.message, errors: [{ path: 'name', message: made.refusal.message }] },
        { status: 409 },
      )
    return Response.json(made.customer)
  }
  if (params.subject === 'payer') {
    const body = await readJson(request, payerSchema)
    if ('errors' in body) return Response.json(body, { status: body.status })
    const set = setPayer(database(), body.value, act)
    return 'refusal' in set ? Response.json(set.refusal, { status: 409 }) : Response.json(set)
  }
  if (params.subject === 'facility') {
    const body = await readJson(request, newFacilitySchema)
    if ('errors' in body) return Response.json(body, { status: body.status })
    return Response.json(createFacility(database(), body.value))
  }
  throw new Response('That cannot be made here.', { status: 404 })
}
