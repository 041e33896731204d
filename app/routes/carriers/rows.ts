import { directoryQuerySchema } from '#core/carrier/directory'
import { rowsAtOnce, startOf } from '#core/listing/lists'
import { readDirectory } from '#server/carrier/directory'
import { database } from '#server/db.server'
import type { Route } from './+types/rows'

/** A stretch of the directory's rows, for the part of it that is looked at. */
export function loader({ request }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams
  const query = directoryQuerySchema.parse(Object.fromEntries(params))
  return Response.json(
    readDirectory(database(), query, { from: startOf(params.get('start')), limit: rowsAtOnce }, Date.now()),
  )
}
