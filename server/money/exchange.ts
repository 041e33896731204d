import { and, desc, eq, gte, lte } from 'drizzle-orm'
import {
  type Converted,
  type DatedRate,
  deskCurrency,
  type ExchangeRate,
  type Money,
  type NoRate,
  rateOn,
  toDesk,
} from '#core/money/exchange'
import type { Currency } from '#core/money/money'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { exchangeRate } from '#server/schema'

/** The desk's own day at a moment: by it rates are looked up. */
export const deskDay = (db: Db, now: number): string => dayOf(toLocal(now, officeOf(db).zone))

/** Rates into the desk's currency of the days before and of a day, newest first. */
export function ratesAround(db: Db, day: string): ExchangeRate[] {
  return db
    .select({ day: exchangeRate.day, from: exchangeRate.from, to: exchangeRate.to, rateE6: exchangeRate.rateE6 })
    .from(exchangeRate)
    .where(and(eq(exchangeRate.to, deskCurrency), lte(exchangeRate.day, day), gte(exchangeRate.day, addDays(day, -15))))
    .orderBy(desc(exchangeRate.day))
    .all()
}

/** The rate of the day of `now` into the desk's currency; null for the desk's own, refused where none is known. */
export function rateNow(db: Db, currency: Currency, now: number): { by: DatedRate | null } | NoRate {
  const day = deskDay(db, now)
  return rateOn(currency, currency === deskCurrency ? [] : ratesAround(db, day), day)
}

/** What a row's two columns say of the rate by which its money was turned. */
export const rateOfRow = ({ rateE6, rateDay }: { rateE6: number | null; rateDay: string | null }): DatedRate | null =>
  rateE6 === null || rateDay === null ? null : { rateE6, day: rateDay }

/** A sum in the desk's currency by the rate of the day of `now`, or why it is unknown. */
export function convertNow(db: Db, money: Money, now: number): Converted {
  const rate = rateNow(db, money.currency, now)
  return 'refusal' in rate ? rate : { amountMinor: toDesk(money.amountMinor, rate.by), by: rate.by }
}

/** Keeps rates by their day; one that comes again with another figure replaces what was there. */
export function keepRates(db: Db, rates: ExchangeRate[], source: string, now: number): void {
  inTransaction(db, () => {
    for (const rate of rates) {
      const row = { ...rate, source, receivedAt: now }
      db.insert(exchangeRate)
        .values(row)
        .onConflictDoUpdate({ target: [exchangeRate.from, exchangeRate.to, exchangeRate.day], set: row })
        .run()
    }
  })
}
