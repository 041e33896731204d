import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { actOnQuote, quoteActSchema } from '#server/quote/act'
import type { Route } from './+types/quote-act'

/** One act of a rep on a quote: 200 with the lines it changed, 409 when a rule says no. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const body = await readJson(request, quoteActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const outcome = actOnQuote(database(), Number(params.quoteId), body.value, viewer(context), Date.now())
  if ('refusal' in outcome) return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 409 })
  return Response.json(outcome)
}
