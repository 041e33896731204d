import { stringify } from 'csv-stringify/sync'
import { safeCell } from '#core/export/cell'
import { loadStateWords } from '#core/load/words'
import type { Db } from '#server/db.server'
import { listLoads } from '#server/load/list'

const mostRows = 5000

/** The loads of a search as CSV (RFC 4180), newest first. */
export function loadsCsv(db: Db, words: string): string {
  const money = (minor: number | null) => (minor === null ? null : (minor / 100).toFixed(2))
  const rows = listLoads(db, { words, limit: mostRows }).map((load) => [
    load.number, loadStateWords[load.state], load.practice ? 'practice' : '', load.customerName, load.carrierName, `${load.originCity}, ${load.originRegion}`, `${load.destCity}, ${load.destRegion}`,
    new Date(load.pickupAt).toISOString(), Math.round(load.miles), money(load.sellMinor), money(load.payMinor),
  ].map(safeCell))
  return stringify([['Load', 'State', 'Practice', 'Customer', 'Carrier', 'From', 'To', 'Pickup (UTC)', 'Miles', 'Sell USD', 'Pay USD'], ...rows])
}
