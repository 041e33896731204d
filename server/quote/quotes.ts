import { and, desc, eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { system } from '#core/access/actor'
import { refused } from '#core/decision/refusal'
import { saveRefusals } from '#core/load/save-refusals'
import { type Currency, currencies } from '#core/money/money'
import type { QuoteTerms } from '#core/quote/decide-terms'
import { addDays, dayOf, isDay, toLocal } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import type { Act } from '#server/event/event'
import { recordEvent } from '#server/event/event'
import { outcome, type Refused, run } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { customer, quote } from '#server/schema'
import { nextQuoteNumber } from './number'
import { quoteSubject } from './subject'
import { endOfDay } from './valid-until'

const usualValidDays = 7

/** Begins a quote for a customer or a prospect in their usual currency, good for a week. */
export function createQuote(
  db: Db,
  { customerId, title = '' }: { customerId: number; title?: string },
  act: Act & { repId: number },
): { quoteId: number } | Refused {
  return inTransaction(db, () => {
    const asking = db.select({ currency: customer.currency }).from(customer).where(eq(customer.id, customerId)).get()
    if (!asking) return refused(saveRefusals, 'no_such_customer')
    const validUntil = addDays(dayOf(toLocal(act.now, officeOf(db).zone)), usualValidDays)
    const { id } = db
      .insert(quote)
      .values({
        number: nextQuoteNumber(db),
        customerId,
        repId: act.repId,
        title,
        currency: asking.currency,
        validUntil,
        validUntilAt: endOfDay(db, validUntil),
        comparedId: lastYears(db, customerId, asking.currency, act.now),
        createdAt: act.now,
      })
      .returning({ id: quote.id })
      .get()
    recordEvent(db, 'quote', id, { kind: 'made' }, act)
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
export const changeQuoteTerms = (db: Db, quoteId: number, terms: QuoteTerms, act: Act): { done: true } | Refused =>
  outcome(run(db, quoteSubject, quoteId, { kind: 'change_terms', terms }, act))

/** Ends every sent line whose quote has run out; how many quotes were touched. */
export function lapseQuotes(db: Db, now: number): number {
  const due = db.$client
    .prepare(
      "select distinct quote.id from quote_line indexed by quote_line_sent join quote on quote.id = quote_line.quote_id where quote_line.state = 'sent' and quote.valid_until_at <= ? limit 200",
    )
    .all(now) as { id: number }[]
  const act = { now, by: system('quotes end with their last day') }
  for (const { id } of due) run(db, quoteSubject, id, { kind: 'lapse' }, act)
  return due.length
}
