import { z } from 'zod'
import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { addCarrier } from '#server/carrier/add'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import type { Route } from './+types/add'

const addSchema = z.object({ number: z.string().trim().min(1, 'Give an MC or DOT number').max(40) })

/** Adds the carrier of a number: its id, its verdict and those it may be a duplicate of; 409 where we hold it already or the register has a no. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_carriers')
  const body = await readJson(request, addSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = await addCarrier(database(), body.value.number, {
    now: Date.now(),
    by: person(who),
  })
  if ('refusal' in outcome) return Response.json(outcome.refusal, { status: statusOf[outcome.refusal.code] ?? 409 })
  return Response.json({
    carrierId: outcome.carrierId,
    verdict: outcome.verdict.verdict,
    duplicates: outcome.duplicates,
    fresh: outcome.fresh,
  })
}

const statusOf: Record<string, number> = { not_in_register: 404, register_silent: 503 }
