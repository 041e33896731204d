import { rowsAtOnce, startOf } from '#core/listing/lists'
import { quoteQuerySchema } from '#core/quote/quote-query'
import { database } from '#server/db.server'
import { listQuotes } from '#server/quote/list'
import type { Route } from './+types/rows'

/** A stretch of the list of quotes, for the part of it that is looked at. */
export function loader({ request }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams
  const query = quoteQuerySchema.parse(Object.fromEntries(params))
  return Response.json(listQuotes(database(), query, { from: startOf(params.get('start')), limit: rowsAtOnce }))
}
