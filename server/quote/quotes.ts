import { and, desc, eq, ne, sql } from 'drizzle-orm'
import { z } from 'zod'
import { type Currency, currencies } from '#core/money/money'
import { decideTerms, type QuoteTerms, type TermsFacts } from '#core/quote/decide-terms'
import { addDays, dayOf, isDay, toInstant, toLocal } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import { announceQuote } from '#server/live/live'
import type { Act } from '#server/log/act'
import { customer, quote, quoteLine } from '#server/schema'
import { brokerage } from '#server/settings.server'
import { writeQuoteLog } from './log'

const usualValidDays = 7
export interface Refused {
  refusal: { code: string; message: string }
}

/** The instant at which a quote's last day is over, at the desk. */
export const endOfDay = (date: string): number => toInstant(`${addDays(date, 1)}T00:00`, brokerage.zone)

/** Begins a quote for a customer or a prospect in their usual currency, good for a week. */
export function createQuote(
  db: Db,
  { customerId, title = '' }: { customerId: number; title?: string },
  act: Act & { repId: number },
): { quoteId: number } | Refused {
  return inTransaction(db, () => {
    const asking = db.select({ currency: customer.currency }).from(customer).where(eq(customer.id, customerId)).get()
    if (!asking) return { refusal: { code: 'no_such_customer', message: 'There is no such customer.' } }
    const validUntil = addDays(dayOf(toLocal(act.now, brokerage.zone)), usualValidDays)
    const { id } = db
      .insert(quote)
      .values({
        customerId,
        repId: act.repId,
        title,
        currency: asking.currency,
        validUntil,
        validUntilAt: endOfDay(validUntil),
        comparedId: lastYears(db, customerId, asking.currency, act.now),
        createdAt: act.now,
      })
      .returning({ id: quote.id })
      .get()
    writeQuoteLog(db, id, 'made', {}, act)
    return { quoteId: id }
  })
}

const day = 86_400_000

/** The customer's biggest quote in a currency of some nine to fifteen months ago: what this year's bid is held against; null where there is none. */
function lastYears(db: Db, customerId: number, currency: Currency, now: number): number | null {
  const lines = sql<number>`(select count(*) from quote_line where quote_line.quote_id = ${sql.raw('quote.id')} and sell_minor is not null)`
  const found = db
    .select({ id: quote.id, lines })
    .from(quote)
    .where(
      and(
        eq(quote.customerId, customerId),
        eq(quote.currency, currency),
        sql`${quote.createdAt} between ${now - 460 * day} and ${now - 270 * day}`,
      ),
    )
    .orderBy(desc(lines), desc(quote.createdAt))
    .limit(1)
    .get()
  return found && found.lines >= 5 ? found.id : null
}

export const quoteTermsSchema = z.object({
  title: z.string().trim().max(100, 'At most 100 characters'),
  validUntil: z.string().refine(isDay, 'No such day'),
  comparedId: z.number().int().positive().nullable(),
  currency: z.enum(currencies),
})

/** Changes what a quote is called, how long it is good, its currency, and what it is compared with. */
export function changeQuoteTerms(db: Db, quoteId: number, terms: QuoteTerms, act: Act): { done: true } | Refused {
  const changed = inTransaction(db, (): { done: true } | Refused => {
    const before = db.select().from(quote).where(eq(quote.id, quoteId)).get()
    if (!before) return { refusal: { code: 'no_such_quote', message: 'There is no such quote.' } }
    const decision = decideTerms(termsFacts(db, before, terms, act.now), terms)
    if ('refusal' in decision) return decision
    if (decision.unprices) db.update(quoteLine).set(unpriced).where(eq(quoteLine.quoteId, quoteId)).run()
    db.update(quote)
      .set({ ...terms, validUntilAt: endOfDay(terms.validUntil) })
      .where(eq(quote.id, quoteId))
      .run()
    const { title, validUntil, comparedId, currency } = before
    writeQuoteLog(db, quoteId, 'terms_changed', { from: { title, validUntil, comparedId, currency }, to: terms }, act)
    return { done: true }
  })
  announceQuote(quoteId)
  return changed
}

function termsFacts(db: Db, before: typeof quote.$inferSelect, terms: QuoteTerms, now: number): TermsFacts {
  const compared = db
    .select({ customerId: quote.customerId, currency: quote.currency })
    .from(quote)
    .where(eq(quote.id, terms.comparedId ?? -1))
    .get()
  const given = db
    .select({ id: quoteLine.id })
    .from(quoteLine)
    .where(and(eq(quoteLine.quoteId, before.id), ne(quoteLine.state, 'draft')))
    .get()
  return {
    today: dayOf(toLocal(now, brokerage.zone)),
    quote: before,
    isGiven: given !== undefined,
    compared: compared ?? null,
  }
}

const unpriced = {
  charges: [],
  lineHaulMinor: null,
  fuelMinor: null,
  sellMinor: null,
  ownPriceMinor: null,
  theirsMinor: null,
  rateE6: null,
  rateDay: null,
  pricedAt: null,
}

/** Ends every sent line whose quote has run out; how many quotes were touched. */
export function lapseQuotes(db: Db, now: number): number {
  const due = db.$client
    .prepare(
      "select distinct quote.id from quote_line indexed by quote_line_sent join quote on quote.id = quote_line.quote_id where quote_line.state = 'sent' and quote.valid_until_at <= ? limit 200",
    )
    .all(now) as { id: number }[]
  for (const { id } of due) {
    inTransaction(db, () => {
      const { changes } = db
        .update(quoteLine)
        .set({ state: 'lapsed' })
        .where(and(eq(quoteLine.quoteId, id), eq(quoteLine.state, 'sent')))
        .run()
      writeQuoteLog(
        db,
        id,
        'lapsed',
        { lines: changes },
        { now, by: { kind: 'rule', name: 'quotes end with their last day' } },
      )
    })
    announceQuote(id)
  }
  return due.length
}
