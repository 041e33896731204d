import { and, asc, eq, inArray, max, sql } from 'drizzle-orm'
import { z } from 'zod'
import { decideLine } from '#core/quote/line-state'
import { type CellName, type Cells, cellNames, longestCell, mostLines } from '#core/quote/quote'
import { type Db, inTransaction } from '#server/db.server'
import { announceQuote } from '#server/live/live'
import type { Act } from '#server/log/act'
import { load, quote, quoteLine } from '#server/schema'
import { writeQuoteLog } from './log'
import { columnsOf, priceContext } from './price'
import type { Refused } from './quotes'

export type LineRow = typeof quoteLine.$inferSelect

// A cell that is too long is kept to its limit and told, not refused: the paste around it stands.
const cell = z.string().transform((text) => text.slice(0, longestCell + 1))
export const cellsSchema = z.object(
  Object.fromEntries(cellNames.map((name) => [name, cell.optional()])) as Record<CellName, z.ZodOptional<typeof cell>>,
)

/** Rows that are priced in one request: the page sends a big paste in parts and shows how far it is. */
export const rowsAtOnce = 250

export const newRowSchema = z.object({
  cells: cellsSchema,
  position: z.number().int().min(1).max(10_000_000).optional(),
})
export type NewRow = z.infer<typeof newRowSchema>

const noSuchQuote: Refused = { refusal: { code: 'no_such_quote', message: 'There is no such quote.' } }
const noSuchLine: Refused = { refusal: { code: 'no_such_line', message: 'There is no such line on this quote.' } }

/** Adds lines with their cells as they came; good and bad ones alike are kept. A removed line that comes back has its old place. */
export function addLines(db: Db, quoteId: number, rows: NewRow[], act: Act): { lineIds: number[] } | Refused {
  const added = inTransaction(db, (): { lineIds: number[] } | Refused => {
    const own = db.select().from(quote).where(eq(quote.id, quoteId)).get()
    if (!own) return noSuchQuote
    const standing = db
      .select({ count: sql<number>`count(*)`, last: max(quoteLine.position) })
      .from(quoteLine)
      .where(eq(quoteLine.quoteId, quoteId))
      .get()
    if ((standing?.count ?? 0) + rows.length > mostLines)
      return {
        refusal: {
          code: 'too_many_lines',
          message: `A quote holds ${mostLines.toLocaleString('en-US')} lines; this one has ${standing?.count}.`,
        },
      }
    const asked = rows.flatMap(({ position }) => (position === undefined ? [] : [position]))
    const taken = new Set(
      asked.length === 0
        ? []
        : db
            .select({ position: quoteLine.position })
            .from(quoteLine)
            .where(and(eq(quoteLine.quoteId, quoteId), inArray(quoteLine.position, asked)))
            .all()
            .map(({ position }) => position),
    )
    const context = priceContext(db, own, act.now)
    let next = Math.max(standing?.last ?? 0, ...asked) + 1
    const values = rows.map((row) => {
      const position = row.position !== undefined && !taken.has(row.position) ? row.position : next++
      taken.add(position)
      return { ...columnsOf(row.cells as Cells, context), quoteId, position }
    })
    const added = db
      .insert(quoteLine)
      .values(values)
      .returning({ id: quoteLine.id, position: quoteLine.position })
      .all()
    const byPosition = new Map(added.map(({ id, position }) => [position, id]))
    writeQuoteLog(db, quoteId, 'lines_added', { lines: rows.length }, act)
    return { lineIds: values.map(({ position }) => byPosition.get(position)!) }
  })
  if ('lineIds' in added) announceQuote(quoteId)
  return added
}

/** Changes cells of a line and prices it anew; what was sent becomes a draft again. */
export function changeLine(
  db: Db,
  quoteId: number,
  lineId: number,
  cells: Cells,
  act: Act,
): { lineIds: number[] } | Refused {
  const changed = inTransaction(db, (): { lineIds: number[] } | Refused => {
    const own = db.select().from(quote).where(eq(quote.id, quoteId)).get()
    const line =
      own &&
      db
        .select()
        .from(quoteLine)
        .where(and(eq(quoteLine.id, lineId), eq(quoteLine.quoteId, quoteId)))
        .get()
    if (!own || !line) return noSuchLine
    const decision = decideLine(factsOf(db, line), 'change')
    if ('refusal' in decision) return decision
    const whole = Object.fromEntries(
      Object.entries({ ...line.cells, ...cells }).filter(([, text]) => text?.trim() !== ''),
    )
    db.update(quoteLine)
      .set({ ...columnsOf(whole, priceContext(db, own, act.now)), state: decision.to })
      .where(eq(quoteLine.id, lineId))
      .run()
    writeQuoteLog(
      db,
      quoteId,
      'line_changed',
      {
        position: line.position,
        from: Object.fromEntries(Object.keys(cells).map((name) => [name, line.cells[name as CellName] ?? ''])),
        to: cells,
      },
      act,
    )
    return { lineIds: [lineId] }
  })
  if ('lineIds' in changed) announceQuote(quoteId)
  return changed
}

/** Takes lines out; the answer brings them back. */
export function removeLines(db: Db, quoteId: number, lineIds: number[], act: Act): { removed: NewRow[] } | Refused {
  const outcome = inTransaction(db, (): { removed: NewRow[] } | Refused => {
    const lines = linesOf(db, quoteId, lineIds)
    if (lines.length !== new Set(lineIds).size) return noSuchLine
    const settled = lines.find((line) => line.state === 'won' || line.state === 'lost')
    if (settled)
      return {
        refusal: { code: 'line_settled', message: `Line ${settled.position} is ${settled.state}: it stays on record.` },
      }
    db.delete(quoteLine).where(inArray(quoteLine.id, lineIds)).run()
    writeQuoteLog(
      db,
      quoteId,
      'lines_removed',
      { lines: lines.length, positions: lines.slice(0, 20).map(({ position }) => position) },
      act,
    )
    return { removed: lines.map(({ cells, position }) => ({ cells, position })) }
  })
  if ('removed' in outcome) announceQuote(quoteId)
  return outcome
}

/** Prices drafts anew, as the market and diesel stand: those of the lines given, at most `rowsAtOnce`, for two thousand would hold everybody up for seconds. */
export function repriceLines(db: Db, quoteId: number, asked: number[], act: Act): { lineIds: number[] } | Refused {
  const outcome = inTransaction(db, (): { lineIds: number[] } | Refused => {
    const own = db.select().from(quote).where(eq(quote.id, quoteId)).get()
    if (!own) return noSuchQuote
    const context = priceContext(db, own, act.now)
    const lines = db
      .select()
      .from(quoteLine)
      .where(and(eq(quoteLine.quoteId, quoteId), eq(quoteLine.state, 'draft'), inArray(quoteLine.id, asked)))
      .all()
    for (const line of lines)
      db.update(quoteLine).set(columnsOf(line.cells, context)).where(eq(quoteLine.id, line.id)).run()
    writeQuoteLog(db, quoteId, 'repriced', { lines: lines.length }, act)
    return { lineIds: lines.map(({ id }) => id) }
  })
  if ('lineIds' in outcome) announceQuote(quoteId)
  return outcome
}

/** Lines of a quote by their ids, in the order of the grid. */
export function linesOf(db: Db, quoteId: number, lineIds: number[]): LineRow[] {
  return db
    .select()
    .from(quoteLine)
    .where(and(eq(quoteLine.quoteId, quoteId), inArray(quoteLine.id, lineIds)))
    .orderBy(asc(quoteLine.position))
    .all()
}

/** What deciding about a line needs to know of it. */
export function factsOf(db: Db, line: LineRow) {
  const loadsMade =
    line.state === 'won'
      ? (db
          .select({ count: sql<number>`count(*)` })
          .from(load)
          .where(and(eq(load.quoteLineId, line.id), sql`${load.state} <> 'cancelled'`))
          .get()?.count ?? 0)
      : 0
  return { state: line.state, priced: line.sellMinor !== null, loadsMade }
}
