import { Readable } from 'node:stream'
import { loadQuerySchema } from '#core/load/load-query'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { loadsCsv } from '#server/export/loads'
import type { Route } from './+types/csv'

/** The loads of a search as CSV, written as they are read. */
export function loader({ request, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'export')
  const query = loadQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const body = Readable.toWeb(Readable.from(loadsCsv(database(), query), { objectMode: false })) as ReadableStream
  return new Response(body, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="loads.csv"' },
  })
}
