import { facilityQuerySchema } from '#core/facility/facility-query'
import { rowsAtOnce, startOf } from '#core/listing/lists'
import { database } from '#server/db.server'
import { listFacilities } from '#server/facility/list'
import type { Route } from './+types/rows'

/** A stretch of the list of facilities, for the part of it that is looked at. */
export function loader({ request }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams
  const query = facilityQuerySchema.parse(Object.fromEntries(params))
  const page = { from: startOf(params.get('start')), limit: rowsAtOnce }
  return Response.json(listFacilities(database(), query, page))
}
