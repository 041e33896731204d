import { eq, max } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { quote } from '#server/schema'

/** The office's prefix and the next number of its series of quotes: numbers only grow, and none is given twice. */
export function nextQuoteNumber(db: Db): string {
  const last =
    db
      .select({ id: max(quote.id) })
      .from(quote)
      .get()?.id ?? 0
  const { quotePrefix, firstQuote } = officeOf(db).numbers
  let next = firstQuote + last
  while (isTaken(db, `${quotePrefix}-${next}`)) next += 1
  return `${quotePrefix}-${next}`
}

const isTaken = (db: Db, number: string): boolean =>
  db.select({ id: quote.id }).from(quote).where(eq(quote.number, number)).get() !== undefined

/** The number of a quote; null where there is no such quote. */
export const quoteNumberOf = (db: Db, quoteId: number): string | null =>
  db.select({ number: quote.number }).from(quote).where(eq(quote.id, quoteId)).get()?.number ?? null
