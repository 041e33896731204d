import { z } from 'zod'
import { person } from '#core/access/actor'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { createQuote } from '#server/quote/quotes'
import type { Route } from './+types/new'

const newQuoteSchema = z.object({
  customerId: z.number().int().positive(),
  title: z.string().trim().max(100).default(''),
})

/** Begins a quote; the answer names it. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_quotes')
  const body = await readJson(request, newQuoteSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = createQuote(database(), body.value, {
    now: Date.now(),
    by: person(who),
    repId: who.id,
  })
  return 'refusal' in outcome ? Response.json(outcome.refusal, { status: 404 }) : Response.json(outcome)
}
