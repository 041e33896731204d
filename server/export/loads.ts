import { stringify } from 'csv-stringify/sync'
import { safeCell } from '#core/export/cell'
import type { LoadQuery } from '#core/load/load-query'
import { loadStateWords } from '#core/load/words'
import { deskCurrency, rateWords } from '#core/money/exchange'
import { toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { type ListedLoad, loadIds, loadsById } from '#server/load/list'

/** Loads read and written at a time: others get their turn in between, and memory holds no more. */
const rowsAtOnce = 1_000

const heads = [
  'Load',
  'State',
  'Practice',
  'Customer',
  'Carrier',
  'Rep',
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

/** The loads of a search as CSV (RFC 4180), all of them in its order, a piece at a time. */
export async function* loadsCsv(db: Db, query: LoadQuery): AsyncGenerator<string> {
  yield stringify([heads])
  const ids = loadIds(db, query)
  for (let at = 0; at < ids.length; at += rowsAtOnce) {
    const loads = loadsById(db, ids.slice(at, at + rowsAtOnce))
    yield stringify(loads.map((load) => rowOf(load).map(safeCell)))
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
  load.repName,
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
