import { rowsAtOnce, startOf } from '#core/listing/lists'
import { loadQuerySchema } from '#core/load/load-query'
import { database } from '#server/db.server'
import { listLoads } from '#server/load/list'
import type { Route } from './+types/rows'

/** A stretch of the list of loads, for the part of it that is looked at. */
export function loader({ request }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams
  const query = loadQuerySchema.parse(Object.fromEntries(params))
  return Response.json(listLoads(database(), query, { from: startOf(params.get('start')), limit: rowsAtOnce }))
}
