import { z } from 'zod'
import type { Permission } from '#core/access/access'
import { person } from '#core/access/actor'
import { lostReasons, maxLines } from '#core/quote/quote'
import { requirePermission, type Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import { addLines, cellsSchema, changeLine, newRowSchema, removeLines, repriceLines, rowsAtOnce } from './lines'
import { loadPlanSchema } from './loads'
import { changeQuoteTerms, quoteTermsSchema } from './quotes'
import { type GridLine, gridLines } from './read'
import { sendQuote, sendQuoteSchema } from './send'
import { loseLines, reopenLines, winLines } from './settle'

const id = z.number().int().positive()
const lineIds = z.array(id).min(1, 'Choose a line').max(maxLines)

/** Everything a rep does to a quote from its page, as it comes over the wire. */
export const quoteActSchema = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('add_lines'),
    rows: z.array(newRowSchema).min(1).max(rowsAtOnce, `At most ${rowsAtOnce} rows at once`),
  }),
  z.object({ intent: z.literal('change_line'), lineId: id, cells: cellsSchema }),
  z.object({ intent: z.literal('remove_lines'), lineIds }),
  z.object({
    intent: z.literal('reprice'),
    lineIds: z.array(id).min(1).max(rowsAtOnce, `At most ${rowsAtOnce} lines at once`),
  }),
  z.object({ intent: z.literal('change_terms'), terms: quoteTermsSchema }),
  z.object({ intent: z.literal('send') }).extend(sendQuoteSchema.shape),
  z.object({
    intent: z.literal('win'),
    lineIds,
    loads: loadPlanSchema.nullable(),
    /** How many loads the asker has seen made of the lines. */ madeBefore: z
      .number()
      .int()
      .min(0)
      .nullable()
      .default(null),
  }),
  z.object({
    intent: z.literal('lose'),
    lineIds,
    why: z.enum(lostReasons),
    toMinor: z.number().int().min(100, 'That is no price').max(100_000_000).nullable(),
  }),
  z.object({ intent: z.literal('reopen'), lineIds }),
])
export type QuoteAct = z.input<typeof quoteActSchema>

const permissionFor = (intent: QuoteAct['intent']): Permission => (intent === 'win' ? 'edit_loads' : 'edit_quotes')

/** What an act came to: the lines it changed as they are now, and whatever is particular to it. */
export type QuoteActed = {
  lines: GridLine[]
  removed?: { cells: GridLine['cells']; position?: number }[]
  loadIds?: number[]
  version?: number
  leftBehind?: number
}

/** Carries out one act for a viewer who may; the outcome is a value. */
export function actOnQuote(
  db: Db,
  quoteId: number,
  act: z.output<typeof quoteActSchema>,
  viewer: Viewer,
  now: number,
): QuoteActed | { refusal: { code: string; message: string } } {
  requirePermission(viewer, permissionFor(act.intent))
  const who = { now, by: person(viewer) }
  switch (act.intent) {
    case 'add_lines':
      return withLines(db, quoteId, addLines(db, quoteId, act.rows, who))
    case 'change_line':
      return withLines(db, quoteId, changeLine(db, quoteId, act.lineId, act.cells, who))
    case 'reprice':
      return withLines(db, quoteId, repriceLines(db, quoteId, act.lineIds, who))
    case 'remove_lines': {
      const outcome = removeLines(db, quoteId, act.lineIds, who)
      return 'refusal' in outcome ? outcome : { lines: [], removed: outcome.removed }
    }
    case 'change_terms': {
      const outcome = changeQuoteTerms(db, quoteId, act.terms, who)
      return 'refusal' in outcome ? outcome : { lines: [] }
    }
    case 'send': {
      const outcome = sendQuote(db, quoteId, act, who)
      return 'refusal' in outcome
        ? outcome
        : { lines: gridLines(db, quoteId), version: outcome.version, leftBehind: outcome.leftBehind }
    }
    case 'win': {
      const outcome = winLines(db, quoteId, act, { ...who, repId: viewer.id })
      return 'refusal' in outcome ? outcome : { lines: gridLines(db, quoteId, act.lineIds), loadIds: outcome.loadIds }
    }
    case 'lose': {
      const outcome = loseLines(db, quoteId, act, who)
      return 'refusal' in outcome ? outcome : { lines: gridLines(db, quoteId, act.lineIds) }
    }
    case 'reopen': {
      const outcome = reopenLines(db, quoteId, act.lineIds, who)
      return 'refusal' in outcome ? outcome : { lines: gridLines(db, quoteId, act.lineIds) }
    }
  }
}

const withLines = (
  db: Db,
  quoteId: number,
  outcome: { lineIds: number[] } | { refusal: { code: string; message: string } },
): QuoteActed | { refusal: { code: string; message: string } } =>
  'refusal' in outcome ? outcome : { lines: gridLines(db, quoteId, outcome.lineIds) }
