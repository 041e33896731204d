import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { once } from '#server/http/once'
import { actOnQuote, quoteActSchema } from '#server/quote/act'
import type { Route } from './+types/act'

/** One act of a rep on a quote: 200 with the lines it changed, 409 when a rule says no. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const body = await readJson(request, quoteActSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const who = viewer(context)
  const now = Date.now()
  const outcome = once(database(), request, who.id, now, () => {
    const acted = actOnQuote(database(), Number(params.quoteId), body.value, who, now)
    return { outcome: acted, isDone: !('refusal' in acted) }
  })
  if ('refusal' in outcome)
    return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 409 })
  return Response.json(outcome)
}
