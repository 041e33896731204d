import { stringify } from 'csv-stringify/sync'
import writeXlsx from 'write-excel-file/node'
import { safeCell } from '#core/export/cell'
import { equipmentWords } from '#core/load/words'
import { rateWords } from '#core/money/exchange'
import type { Currency } from '#core/money/money'
import { lineStateWords, lostReasonWords, pickupWords } from '#core/quote/words'
import type { Db } from '#server/db.server'
import { type GridLine, readQuote } from '#server/quote/read'

/** Costs are in the desk's currency, prices in the quote's; the rates between them stand at the end. */
const headsIn = (currency: Currency): string[] => [
  'Line',
  'State',
  'Origin',
  'Destination',
  'Equipment',
  'Weight lb',
  'Pickup',
  'Loads',
  'Miles',
  'Likely cost USD',
  'Low USD',
  'High USD',
  ...['Line haul', 'Fuel', 'Extras', 'Price'].map((head) => `${head} ${currency}`),
  'Margin %',
  `They pay ${currency}`,
  `Before ${currency}`,
  'Comment',
  'What is wrong',
  'Exchange rate',
  'Exchange rate of',
]

/** A line's cells for a sheet: money in whole units with cents as numbers, texts safe to open. */
function rowOf(line: GridLine): (string | number | null)[] {
  const units = (minor: number | null | undefined) => (minor === null || minor === undefined ? null : minor / 100)
  const place = (city: string, region: string, typed: string | undefined) =>
    city ? `${city}, ${region}` : (typed ?? '')
  return [
    line.position,
    line.state === 'lost' && line.lostWhy ? `Lost: ${lostReasonWords[line.lostWhy]}` : lineStateWords[line.state],
    place(line.originCity, line.originRegion, line.cells.origin),
    place(line.destCity, line.destRegion, line.cells.dest),
    line.equipment ? equipmentWords[line.equipment] : (line.cells.equipment ?? ''),
    line.weightLb,
    pickupWords(line.pickupFrom, line.pickupTo),
    line.loads,
    line.miles,
    units(line.band?.middleMinor),
    units(line.band?.lowMinor),
    units(line.band?.highMinor),
    units(line.lineHaulMinor),
    units(line.fuelMinor),
    line.sellMinor === null ? null : units(line.extrasMinor),
    units(line.sellMinor),
    line.marginPercent,
    units(line.theirsMinor),
    units(line.thenMinor),
    line.comment,
    line.problems.map(({ message }) => message).join('; '),
    line.by && rateWords(line.by.rateE6),
    line.by?.day ?? null,
  ]
}

/** A quote's lines as CSV (RFC 4180) for ourselves: costs are in it. */
export function quoteCsv(db: Db, quoteId: number, now: number): string | null {
  const page = readQuote(db, quoteId, now)
  return page && stringify([headsIn(page.quote.currency), ...page.lines.map((line) => rowOf(line).map(safeCell))])
}

/** The same as a workbook (Office Open XML), the head row standing. */
export async function quoteXlsx(db: Db, quoteId: number, now: number): Promise<Buffer | null> {
  const page = readQuote(db, quoteId, now)
  if (!page) return null
  const heads = headsIn(page.quote.currency)
  const cell = (value: string | number | null) => {
    const safe = safeCell(value)
    if (value === null || safe === '') return null
    if (typeof safe === 'number') return { value: safe, type: Number }
    return { value: safe, type: String }
  }
  const rows = [
    heads.map((value) => ({ value, type: String, fontWeight: 'bold' as const })),
    ...page.lines.map((line) => rowOf(line).map(cell)),
  ]
  return writeXlsx(rows, {
    stickyRowsCount: 1,
    columns: heads.map((head) => ({ width: Math.max(9, head.length + 2) })),
  }).toBuffer()
}
