import { addDays } from '../time/local'
import { type Currency, formatMoney, roundHalfAway } from './money'

/** What one unit of a currency was worth in another on a day, as a published table has it. */
export interface ExchangeRate {
  day: string
  from: Currency
  to: Currency
  /** Millionths: 0.7312 stands as 731200. */
  rateE6: number
}

/** A sum with its currency, in whole minor units. */
export interface Money {
  amountMinor: number
  currency: Currency
}

/** What the desk reckons in: the market's figures, limits, the take line and all sums over loads. */
export const deskCurrency: Currency = 'USD'

/** A sum in the desk's currency, and the dated rate it was turned by; null where none was needed. */
export interface Reckoned {
  amountMinor: number
  by: { rateE6: number; day: string } | null
}

/** A table may be silent over a long weekend; an older rate than this is no rate. */
const oldestDays = 10

export type Converted = Reckoned | { refusal: { code: 'no_exchange_rate'; message: string } }

/**
 * A sum in the desk's currency on a day, by the newest rate of that day or before, rounded half away from zero. Refused where the table has
 * none: two currencies are never added as if they were one.
 */
export function reckon(money: Money, rates: readonly ExchangeRate[], day: string): Converted {
  if (money.currency === deskCurrency) return { amountMinor: money.amountMinor, by: null }
  const usable = rates.filter((rate) => rate.from === money.currency && rate.to === deskCurrency && rate.day <= day && rate.day >= addDays(day, -oldestDays))
  const newest = usable.reduce<ExchangeRate | null>((best, rate) => (best === null || rate.day > best.day ? rate : best), null)
  if (!newest) return { refusal: { code: 'no_exchange_rate', message: `No exchange rate from ${money.currency} to ${deskCurrency} is known for ${day}: it is read every hour, or can be put in from a file.` } }
  return { amountMinor: roundHalfAway((money.amountMinor * newest.rateE6) / 1_000_000), by: { rateE6: newest.rateE6, day: newest.day } }
}

/** `C$2,880`, and where it was turned, `C$2,880 ($2,106 at 0.7312 of Nov 27)`. */
export function reckonedWords(money: Money, reckoned: Reckoned): string {
  const own = formatMoney(money.amountMinor, money.currency)
  return reckoned.by === null ? own : `${own} (${formatMoney(reckoned.amountMinor, deskCurrency)} at ${rateWords(reckoned.by.rateE6)} of ${reckoned.by.day})`
}

/** `0.7312`: four decimals, as such tables print them. */
export const rateWords = (rateE6: number): string => (rateE6 / 1_000_000).toFixed(4)

/** Reads a table of rates (`day,from,to,rate`, a head first); what cannot be read is told, the rest is taken. */
export function readExchangeRates(rows: string[][], isCurrency: (text: string) => text is Currency, isDay: (text: string) => boolean): { rows: ExchangeRate[]; refused: { line: number; reason: string }[] } {
  const read: ExchangeRate[] = []
  const refused: { line: number; reason: string }[] = []
  rows.slice(1).forEach(([day = '', from = '', to = '', rate = ''], at) => {
    const value = Number(rate)
    if (!isDay(day)) refused.push({ line: at + 2, reason: `no such day: ${day}` })
    else if (!isCurrency(from) || !isCurrency(to) || from === to) refused.push({ line: at + 2, reason: `no such currencies: ${from} to ${to}` })
    // A dollar is worth neither a cent nor a hundred of the other: such a figure has lost its point.
    else if (!(value > 0.2 && value < 5)) refused.push({ line: at + 2, reason: `no rate: ${rate}` })
    else read.push({ day, from, to, rateE6: Math.round(value * 1_000_000) })
  })
  return { rows: read, refused }
}
