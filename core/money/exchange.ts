import { addDays } from '../time/local'
import { dayWords } from '../time/words'
import { type Currency, formatMoney, roundHalfAway } from './money'

/** What one unit of a currency was worth in another on a day, as a published table has it. */
export interface ExchangeRate {
  day: string
  from: Currency
  to: Currency
  /** Millionths: 0.7312 is stored as 731200. */
  rateE6: number
}

/** A sum with its currency, in whole minor units. */
export interface Money {
  amountMinor: number
  currency: Currency
}

/** The currency the desk works in: the market's figures, limits, the take line and all sums over loads. */
export const deskCurrency: Currency = 'USD'

/** What one unit of another currency is worth in the desk's, in millionths, and the day that was published for. */
export interface DatedRate {
  rateE6: number
  day: string
}

/** A sum in the desk's currency, and the dated rate it was turned by; null where none was needed. */
export interface Conversion {
  amountMinor: number
  by: DatedRate | null
}

/** A table may be silent over a long weekend; an older rate than this is no rate. */
const oldestDays = 10

export interface NoRate {
  refusal: { code: 'no_exchange_rate'; message: string }
}
export type Converted = Conversion | NoRate

/** The newest rate of a day or before from a currency into the desk's; `by` is null for the desk's own. Refused where the table has none. */
export function rateOn(
  currency: Currency,
  rates: readonly ExchangeRate[],
  day: string,
): { by: DatedRate | null } | NoRate {
  if (currency === deskCurrency) return { by: null }
  const usable = rates.filter(
    (rate) =>
      rate.from === currency && rate.to === deskCurrency && rate.day <= day && rate.day >= addDays(day, -oldestDays),
  )
  const newest = usable.reduce<ExchangeRate | null>(
    (best, rate) => (best === null || rate.day > best.day ? rate : best),
    null,
  )
  if (!newest)
    return {
      refusal: {
        code: 'no_exchange_rate',
        message: `No exchange rate from ${currency} to ${deskCurrency} is known for ${day}: it is read every hour, or can be put in from a file.`,
      },
    }
  return { by: { rateE6: newest.rateE6, day: newest.day } }
}

/** Minor units of another currency in the desk's, rounded half away from zero; without a rate it is the desk's already. */
export const toDesk = (amountMinor: number, by: DatedRate | null): number =>
  by === null ? amountMinor : roundHalfAway((amountMinor * by.rateE6) / 1_000_000)

/** Minor units of the desk's currency in another, rounded half away from zero. */
export const fromDesk = (amountMinor: number, by: DatedRate | null): number =>
  by === null ? amountMinor : roundHalfAway((amountMinor * 1_000_000) / by.rateE6)

/**
 * A sum in the desk's currency on a day, by the newest rate of that day or before, rounded half away from zero. Refused where the table has
 * none: two currencies are never added as if they were one.
 */
export function convertToDesk(money: Money, rates: readonly ExchangeRate[], day: string): Converted {
  const rate = rateOn(money.currency, rates, day)
  return 'refusal' in rate ? rate : { amountMinor: toDesk(money.amountMinor, rate.by), by: rate.by }
}

/** `C$2,880`, and where it was turned, `C$2,880 ($2,106 at 0.7312 on Fri, Nov 27)`. */
export function convertedWords(money: Money, converted: Conversion): string {
  const own = formatMoney(money.amountMinor, money.currency)
  return converted.by === null ? own : `${own} ${deskWords(converted.amountMinor, converted.by)}`
}

/** `($2,106 at 0.7312 on Fri, Nov 27)`: what a sum comes to in the desk's currency, and by which rate. */
export const deskWords = (amountMinor: number, by: DatedRate): string =>
  `(${formatMoney(amountMinor, deskCurrency)} at ${rateWords(by.rateE6)} on ${dayWords(by.day)})`

/** `0.7312`: four decimals, as such tables print them. */
export const rateWords = (rateE6: number): string => (rateE6 / 1_000_000).toFixed(4)

/** Reads a table of rates (`day,from,to,rate`, a head first); rows that cannot be read are reported, the rest is taken. */
export function readExchangeRates(
  rows: string[][],
  isCurrency: (text: string) => text is Currency,
  isDay: (text: string) => boolean,
): { rows: ExchangeRate[]; refused: { line: number; reason: string }[] } {
  const read: ExchangeRate[] = []
  const refused: { line: number; reason: string }[] = []
  rows.slice(1).forEach(([day = '', from = '', to = '', rate = ''], at) => {
    const value = Number(rate)
    if (!isDay(day)) refused.push({ line: at + 2, reason: `no such day: ${day}` })
    else if (!isCurrency(from) || !isCurrency(to) || from === to)
      refused.push({ line: at + 2, reason: `no such currencies: ${from} to ${to}` })
    // A dollar is worth neither a cent nor a hundred of the other: such a figure has lost its point.
    else if (!(value > 0.2 && value < 5)) refused.push({ line: at + 2, reason: `no rate: ${rate}` })
    else read.push({ day, from, to, rateE6: Math.round(value * 1_000_000) })
  })
  return { rows: read, refused }
}
