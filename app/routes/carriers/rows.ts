import { directoryQuerySchema } from '#core/carrier/directory'
import { readDirectory } from '#server/carrier/directory'
import { database } from '#server/db.server'
import type { Route } from './+types/rows'

const maxRows = 200

/** A stretch of the directory's rows, for the part of the list that is looked at. */
export function loader({ request }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams
  const query = directoryQuerySchema.parse(Object.fromEntries(params))
  const from = Math.max(0, Math.trunc(Number(params.get('from') ?? 0)) || 0)
  return Response.json(readDirectory(database(), query, { from, limit: maxRows }, Date.now()))
}
