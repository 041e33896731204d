import { loadQuerySchema } from '#core/load/load-query'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { loadTotals } from '#server/load/list'
import type { Route } from './+types/totals'

/** What the loads of a search come to: asked for once they are shown, so that nobody waits for it. */
export function loader({ request, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'see_loads')
  const query = loadQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  return Response.json(loadTotals(database(), query))
}
