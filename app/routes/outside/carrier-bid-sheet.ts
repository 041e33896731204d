import { stringify } from 'csv-stringify/sync'
import { bidSheet } from '#core/bid/sheet'
import { readInvite } from '#server/bid/link'
import { database } from '#server/db.server'
import type { Route } from './+types/carrier-bid-sheet'

/** The lanes of a project as a sheet to be filled, from a carrier's link. */
export function loader({ params }: Route.LoaderArgs) {
  const read = readInvite(database(), params.token)
  if ('refusal' in read) throw new Response(read.refusal.message, { status: 404 })
  const text = stringify(bidSheet(read.lanes, new Map(read.typed)), { bom: true, escape_formulas: true })
  return new Response(text, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="bid-${read.inviteId}.csv"`,
    },
  })
}
