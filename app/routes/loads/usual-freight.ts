import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { usualFreightOf } from '#server/load/last-load'
import type { Route } from './+types/usual-freight'

/** What a customer shipped lately, for the form of a load. */
export function loader({ params, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'edit_loads')
  return Response.json(usualFreightOf(database(), Number(params.customerId)))
}
