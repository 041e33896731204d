import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { exchangeQuerySchema } from '#server/exchange/log'
import { documentsCsv } from '#server/export/documents'
import type { Route } from './+types/csv'

/** The exchange log of a search as CSV. */
export function loader({ request, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'export')
  const query = exchangeQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  return new Response(documentsCsv(database(), query), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="exchange.csv"',
    },
  })
}
