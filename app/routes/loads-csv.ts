import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { loadsCsv } from '#server/export/loads'
import type { Route } from './+types/loads-csv'

/** The loads of a search as CSV. */
export function loader({ request, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'export')
  const words = (new URL(request.url).searchParams.get('q') ?? '').slice(0, 200)
  return new Response(loadsCsv(database(), words), { headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="loads.csv"' } })
}
