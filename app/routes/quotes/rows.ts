import { rowsAtOnce, startOf } from '#core/listing/lists'
import { quoteQuerySchema } from '#core/quote/quote-query'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { shownReps } from '#server/person/whose'
import { listQuotes } from '#server/quote/list'
import type { Route } from './+types/rows'

/** A stretch of the list of quotes, for the part of it that is looked at. */
export function loader({ request, context }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams
  const query = quoteQuerySchema.parse(Object.fromEntries(params))
  const db = database()
  const reps = shownReps(db, viewer(context))
  return Response.json(listQuotes(db, query, { from: startOf(params.get('start')), limit: rowsAtOnce, reps }))
}
