import { eq, inArray, sql } from 'drizzle-orm'
import { decideLine, type LineAct } from '#core/quote/line-state'
import type { LostReason } from '#core/quote/quote'
import { type Db, inTransaction } from '#server/db.server'
import { announceQuote } from '#server/live/live'
import type { Act } from '#server/log/act'
import { customer, load, quote, quoteLine } from '#server/schema'
import { factsOf, type LineRow, linesOf } from './lines'
import { type LoadPlan, makeLoads, NoLoad } from './loads'
import { writeQuoteLog } from './log'
import type { Refused } from './quotes'

type QuoteRow = typeof quote.$inferSelect

class Refusing extends Error {
  constructor(readonly refused: Refused) {
    super(refused.refusal.message)
  }
}

/** Does something to lines of one quote: all of them or, where one may not, none. */
function onLines<T>(
  db: Db,
  quoteId: number,
  lineIds: number[],
  act: LineAct,
  work: (quote: QuoteRow, lines: LineRow[]) => T,
): T | Refused {
  try {
    const outcome = inTransaction(db, () => {
      const own = db.select().from(quote).where(eq(quote.id, quoteId)).get()
      const lines = own ? linesOf(db, quoteId, lineIds) : []
      if (!own || lines.length === 0 || lines.length !== new Set(lineIds).size)
        throw new Refusing({ refusal: { code: 'no_such_line', message: 'There is no such line on this quote.' } })
      for (const line of lines) {
        const decision = decideLine(factsOf(db, line), act)
        if ('refusal' in decision)
          throw new Refusing({
            refusal: {
              ...decision.refusal,
              message:
                lines.length > 1 ? `Line ${line.position}: ${decision.refusal.message}` : decision.refusal.message,
            },
          })
      }
      return work(own, lines)
    })
    announceQuote(quoteId)
    return outcome
  } catch (thrown) {
    if (thrown instanceof Refusing) return thrown.refused
    if (thrown instanceof NoLoad) return { refusal: { code: 'no_load', message: thrown.message } }
    throw thrown
  }
}

const settle = (db: Db, line: LineRow, set: Partial<typeof quoteLine.$inferInsert>) =>
  db
    .update(quoteLine)
    .set({ lostWhy: null, lostToMinor: null, ...set })
    .where(eq(quoteLine.id, line.id))
    .run()

/** Marks lines won and, with a plan, makes their loads; a prospect that has won freight is a customer from then on. */
export function winLines(
  db: Db,
  quoteId: number,
  { lineIds, loads, madeBefore = null }: { lineIds: number[]; loads: LoadPlan | null; madeBefore?: number | null },
  act: Act & { repId: number },
): { loadIds: number[] } | Refused {
  return onLines(db, quoteId, lineIds, 'win', (own, lines) => {
    const made = db
      .select({ count: sql<number>`count(*)` })
      .from(load)
      .where(inArray(load.quoteLineId, lineIds))
      .get()!.count
    if (loads && madeBefore !== null && made !== madeBefore)
      throw new NoLoad(
        `${made - madeBefore === 1 ? 'A load was' : `${made - madeBefore} loads were`} made of ${lines.length === 1 ? 'this line' : 'these lines'} just now: look at them first.`,
      )
    for (const line of lines) if (line.state !== 'won') settle(db, line, { state: 'won', decidedAt: act.now })
    db.update(customer).set({ prospect: false }).where(eq(customer.id, own.customerId)).run()
    const fresh = lines.filter(({ state }) => state !== 'won')
    if (fresh.length > 0) writeQuoteLog(db, quoteId, 'won', { positions: fresh.map(({ position }) => position) }, act)
    const loadIds = loads ? lines.flatMap((line) => makeLoads(db, own, line, loads, act)) : []
    if (loadIds.length > 0)
      writeQuoteLog(
        db,
        quoteId,
        'loads_made',
        { positions: lines.map(({ position }) => position), loads: loadIds.length },
        act,
      )
    return { loadIds }
  })
}

/** Marks lines lost, with the reason and, where it was told, the price they went for. */
export function loseLines(
  db: Db,
  quoteId: number,
  { lineIds, why, toMinor }: { lineIds: number[]; why: LostReason; toMinor: number | null },
  act: Act,
): { done: true } | Refused {
  return onLines(db, quoteId, lineIds, 'lose', (own, lines) => {
    for (const line of lines)
      settle(db, line, { state: 'lost', decidedAt: act.now, lostWhy: why, lostToMinor: toMinor })
    writeQuoteLog(
      db,
      quoteId,
      'lost',
      { positions: lines.map(({ position }) => position), why, toMinor, currency: own.currency },
      act,
    )
    return { done: true as const }
  })
}

/** Opens settled or lapsed lines again, as drafts. */
export function reopenLines(db: Db, quoteId: number, lineIds: number[], act: Act): { done: true } | Refused {
  return onLines(db, quoteId, lineIds, 'reopen', (_, lines) => {
    for (const line of lines) settle(db, line, { state: 'draft', decidedAt: null })
    writeQuoteLog(db, quoteId, 'reopened', { positions: lines.map(({ position }) => position) }, act)
    return { done: true as const }
  })
}
