import { stringify } from 'csv-stringify/sync'
import { safeCell } from '#core/export/cell'
import { loadStateWords } from '#core/load/words'
import { deskCurrency, rateWords } from '#core/money/exchange'
import { toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { type ListedLoad, listLoads } from '#server/load/list'

/** Loads read and written at a time: others get their turn in between, and memory holds no more. */
const rowsAtOnce = 1_000

const heads = [
  'Load',
  'State',
  'Practice',
  'Customer',
  'Carrier',
  'From',
  'To',
  'Pickup (local)',
  'Time zone',
  'Miles',
  'Sell',
  'Sell currency',
  'Pay',
  'Pay currency',
  `Sell ${deskCurrency}`,
  `Pay ${deskCurrency}`,
  'Sell rate',
  'Sell rate of',
  'Pay rate',
  'Pay rate of',
]

/** The loads of a search as CSV (RFC 4180), newest first, all of them, a piece at a time. */
export async function* loadsCsv(db: Db, words: string): AsyncGenerator<string> {
  yield stringify([heads])
  let before: ListedLoad | null = null
  for (;;) {
    const page: ListedLoad[] = listLoads(db, {
      words,
      limit: rowsAtOnce,
      before: before && { createdAt: before.createdAt, id: before.id },
    })
    if (page.length > 0) yield stringify(page.map((load) => rowOf(load).map(safeCell)))
    if (page.length < rowsAtOnce) return
    before = page.at(-1)!
    await new Promise((resolve) => setImmediate(resolve))
  }
}

const money = (minor: number | null) => (minor === null ? null : (minor / 100).toFixed(2))

const rowOf = (load: ListedLoad) => [
  load.number,
  loadStateWords[load.state],
  load.practice ? 'practice' : '',
  load.customerName,
  load.carrierName,
  `${load.originCity}, ${load.originRegion}`,
  `${load.destCity}, ${load.destRegion}`,
  toLocal(load.pickupAt, load.originZone).replace('T', ' '),
  load.originZone,
  Math.round(load.miles),
  money(load.soldMinor),
  load.currency,
  money(load.agreedMinor),
  load.agreedMinor === null ? null : load.payCurrency,
  money(load.sellMinor),
  money(load.payMinor),
  load.sellRateE6 === null ? null : rateWords(load.sellRateE6),
  load.sellRateDay,
  load.payRateE6 === null ? null : rateWords(load.payRateE6),
  load.payRateDay,
]
