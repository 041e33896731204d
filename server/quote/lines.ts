import { z } from 'zod'
import { type CellName, type Cells, cellNames, longestCell } from '#core/quote/quote'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Refused, run } from '#server/kernel/run'
import { quoteSubject, type ServerCommand } from './subject'

// A cell that is too long is cut to its limit and reported, not refused: the paste around it stands.
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

/** Adds lines with their cells as they came; good and bad ones alike are kept. A removed line that comes back has its old place. */
export const addLines = (db: Db, quoteId: number, rows: NewRow[], act: Act): { lineIds: number[] } | Refused =>
  lineIds(db, quoteId, { kind: 'add_lines', count: rows.length, rows }, act)

/** Changes cells of a line and prices it again; what was sent becomes a draft again. */
export const changeLine = (
  db: Db,
  quoteId: number,
  lineId: number,
  cells: Cells,
  act: Act,
): { lineIds: number[] } | Refused => lineIds(db, quoteId, { kind: 'change_line', lineId, cells }, act)

/** Prices drafts again, by today's market and diesel: those of the lines given, at most `rowsAtOnce`, for two thousand would hold everybody up for seconds. */
export const repriceLines = (db: Db, quoteId: number, asked: number[], act: Act): { lineIds: number[] } | Refused =>
  lineIds(db, quoteId, { kind: 'reprice', lineIds: asked }, act)

/** Removes lines; the answer brings them back. */
export function removeLines(db: Db, quoteId: number, asked: number[], act: Act): { removed: NewRow[] } | Refused {
  let removed: NewRow[] = []
  const ran = run(
    db,
    quoteSubject,
    quoteId,
    { kind: 'remove_lines', lineIds: asked },
    act,
    ({ lines }) => (removed = lines.map(({ cells, position }) => ({ cells, position }))),
  )
  return 'refusal' in ran ? ran : { removed }
}

function lineIds(db: Db, quoteId: number, command: ServerCommand, act: Act): { lineIds: number[] } | Refused {
  const ran = run(db, quoteSubject, quoteId, command, act)
  return 'refusal' in ran ? ran : { lineIds: ran.results.flatMap(({ lineIds = [] }) => lineIds) }
}
