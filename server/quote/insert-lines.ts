import { and, eq, inArray, max } from 'drizzle-orm'
import type { Cells } from '#core/quote/quote'
import type { Db } from '#server/db.server'
import { quoteLine } from '#server/schema'
import type { NewRow } from './lines'
import { columnsOf, priceContext } from './price'
import type { QuoteRow } from './subject'

/** Writes new lines, each priced, behind the others or where it was before; their ids in the order of the rows. */
export function insertLines(db: Db, quote: QuoteRow, rows: NewRow[], now: number): number[] {
  const last =
    db
      .select({ last: max(quoteLine.position) })
      .from(quoteLine)
      .where(eq(quoteLine.quoteId, quote.id))
      .get()?.last ?? 0
  const wanted = rows.flatMap(({ position }) => (position === undefined ? [] : [position]))
  const taken = takenPositions(db, quote.id, wanted)
  const prices = priceContext(db, quote, now)
  let next = Math.max(last, ...wanted) + 1
  const values = rows.map((row) => {
    const position = row.position !== undefined && !taken.has(row.position) ? row.position : next++
    taken.add(position)
    return { ...columnsOf(row.cells as Cells, prices), quoteId: quote.id, position }
  })
  const added = db.insert(quoteLine).values(values).returning({ id: quoteLine.id, position: quoteLine.position }).all()
  const byPosition = new Map(added.map(({ id, position }) => [position, id]))
  return values.map(({ position }) => byPosition.get(position)!)
}

function takenPositions(db: Db, quoteId: number, wanted: number[]): Set<number> {
  if (wanted.length === 0) return new Set()
  const rows = db
    .select({ position: quoteLine.position })
    .from(quoteLine)
    .where(and(eq(quoteLine.quoteId, quoteId), inArray(quoteLine.position, wanted)))
    .all()
  return new Set(rows.map(({ position }) => position))
}
