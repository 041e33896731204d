import { customerQuerySchema } from '#core/customer/customer-query'
import { rowsAtOnce, startOf } from '#core/listing/lists'
import { listCustomers } from '#server/customer/list'
import { database } from '#server/db.server'
import type { Route } from './+types/rows'

/** A stretch of the list of customers, for the part of it that is looked at. */
export function loader({ request }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams
  const query = customerQuerySchema.parse(Object.fromEntries(params))
  const page = { from: startOf(params.get('start')), limit: rowsAtOnce }
  return Response.json(listCustomers(database(), query, page, Date.now()))
}
