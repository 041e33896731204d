import { and, asc, count, eq, inArray, ne, sql } from 'drizzle-orm'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import { decideQuote, type NamedLine, type QuoteCommand, type QuoteFacts } from '#core/quote/decide'
import type { QuoteEvent } from '#core/quote/events'
import { type QuoteRefusalCode, quoteRefusals } from '#core/quote/refusals'
import { dayOf, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { applyBy, type Context, type Subject } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { load, quote, quoteLine } from '#server/schema'
import { type Applied, appliers } from './apply'
import type { NewRow } from './lines'
import type { LoadPlan } from './loads'

/** A command with what only the server needs of it: the rows to price, the message of the email, the days of the loads. */
export type ServerCommand =
  | Exclude<QuoteCommand, { kind: 'add_lines' | 'send' | 'win' }>
  | (QuoteCommand & { kind: 'add_lines' } & { rows: NewRow[] })
  | (QuoteCommand & { kind: 'send' } & { message: string })
  | (QuoteCommand & { kind: 'win' } & { plan: LoadPlan | null; repId: number })

export type QuoteRow = typeof quote.$inferSelect
export type LineRow = typeof quoteLine.$inferSelect

/** What was decided upon, with the rows it was read from. */
export interface ServerFacts extends QuoteFacts {
  row: QuoteRow
  rows: LineRow[]
}
export type QuoteContext = Context<ServerFacts, ServerCommand>

/** Decisions about a quote. */
export const quoteSubject: Subject<'quote', ServerFacts, ServerCommand, QuoteEvent, Applied> = {
  aggregate: 'quote',
  read: readQuoteFacts,
  decide: decideQuote,
  apply: applyBy(appliers, {}),
  words: (refusal) => refusalWords(quoteRefusals, refusal as Refusal<QuoteRefusalCode>),
  missing: refused(quoteRefusals, 'no_such_quote').refusal,
}

function readQuoteFacts(db: Db, quoteId: number, { now }: Act, command: ServerCommand | null): ServerFacts | null {
  const row = db.select().from(quote).where(eq(quote.id, quoteId)).get()
  if (!row) return null
  const rows = namedRows(db, quoteId, command)
  const made = loadsOf(
    db,
    rows.map(({ id }) => id),
  )
  const { title, validUntil, comparedId, currency } = row
  return {
    row,
    rows,
    today: dayOf(toLocal(now, officeOf(db).zone)),
    quote: { ...row, terms: { title, validUntil, comparedId, currency } },
    lineCount: lineCount(db, quoteId),
    lines: rows.map(
      (line): NamedLine => ({
        id: line.id,
        position: line.position,
        cells: line.cells,
        state: line.state,
        priced: line.sellMinor !== null,
        loadsMade: made.get(line.id)?.standing ?? 0,
      }),
    ),
    loadsEverMade: [...made.values()].reduce((sum, { all }) => sum + all, 0),
    ...(command?.kind === 'change_terms' ? termsFacts(db, quoteId, command.terms.comparedId) : notAsked),
  }
}

const lineCount = (db: Db, quoteId: number): number =>
  db.select({ lines: count() }).from(quoteLine).where(eq(quoteLine.quoteId, quoteId)).get()?.lines ?? 0

const notAsked = { isGiven: false, compared: null }

function termsFacts(db: Db, quoteId: number, comparedId: number | null): Pick<QuoteFacts, 'isGiven' | 'compared'> {
  const given = db
    .select({ id: quoteLine.id })
    .from(quoteLine)
    .where(and(eq(quoteLine.quoteId, quoteId), ne(quoteLine.state, 'draft')))
    .limit(1)
    .get()
  const compared =
    comparedId === null
      ? undefined
      : db
          .select({ customerId: quote.customerId, currency: quote.currency })
          .from(quote)
          .where(eq(quote.id, comparedId))
          .get()
  return { isGiven: given !== undefined, compared: compared ?? null }
}

/** The lines a command names, in the order of the grid; all of them where it is about the whole quote. */
function namedRows(db: Db, quoteId: number, command: ServerCommand | null): LineRow[] {
  if (command === null || command.kind === 'add_lines' || command.kind === 'change_terms') return []
  const one = command.kind === 'change_line' ? [command.lineId] : null
  const named = 'lineIds' in command ? command.lineIds : one
  return db
    .select()
    .from(quoteLine)
    .where(and(eq(quoteLine.quoteId, quoteId), named ? inArray(quoteLine.id, named) : undefined))
    .orderBy(asc(quoteLine.position))
    .all()
}

/** How many loads were made of each line, and how many of them are not cancelled. */
function loadsOf(db: Db, lineIds: number[]): Map<number, { all: number; standing: number }> {
  if (lineIds.length === 0) return new Map()
  const rows = db
    .select({
      lineId: load.quoteLineId,
      all: sql<number>`count(*)`,
      standing: sql<number>`sum(${load.state} <> 'cancelled')`,
    })
    .from(load)
    .where(inArray(load.quoteLineId, lineIds))
    .groupBy(load.quoteLineId)
    .all()
  return new Map(rows.map(({ lineId, all, standing }) => [lineId!, { all, standing }]))
}
