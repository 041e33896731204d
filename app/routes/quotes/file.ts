import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { quoteCsv, quoteXlsx } from '#server/export/quotes'
import { quoteNumberOf } from '#server/quote/number'
import type { Route } from './+types/file'

const types = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
} as const

/** A quote's lines as a CSV file or a workbook, for ourselves. */
export async function loader({ params, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'export')
  const { quoteId, format } = params
  if (format !== 'csv' && format !== 'xlsx') throw new Response('A quote is exported as csv or xlsx.', { status: 404 })
  const id = Number(quoteId)
  const number = quoteNumberOf(database(), id)
  if (number === null) throw new Response('There is no such quote.', { status: 404 })
  const file = format === 'csv' ? quoteCsv(database(), id, Date.now()) : await quoteXlsx(database(), id, Date.now())
  return new Response(typeof file === 'string' ? file : new Uint8Array(file!), {
    headers: {
      'content-type': types[format],
      'content-disposition': `attachment; filename="${number}.${format}"`,
    },
  })
}
