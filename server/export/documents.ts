import { stringify } from 'csv-stringify/sync'
import { safeCell } from '#core/export/cell'
import type { Db } from '#server/db.server'
import { type ExchangeQuery, listDocuments } from '#server/exchange/log'

const heads = [
  'When (UTC)',
  'Direction',
  'Kind',
  'Number',
  'Partner',
  'Control',
  'Test or production',
  'Our verdict',
  'Their verdict',
  'State',
  'Trouble',
  'Load',
]
const most = 20_000

/** The exchange log of a search as CSV (RFC 4180). */
export function documentsCsv(db: Db, query: ExchangeQuery): string {
  const rows = listDocuments(db, { ...query, page: 0 }, most).map((each) => [
    new Date(each.at).toISOString(),
    each.direction,
    each.kind,
    each.number,
    each.partnerName,
    each.control,
    each.usage,
    each.verdict,
    each.ackVerdict,
    each.exchangeState,
    each.problem ?? each.exchangeProblem,
    each.loadNumber,
  ])
  return stringify([heads, ...rows.map((row) => row.map(safeCell))])
}
