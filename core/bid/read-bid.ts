import { formatMoney, readAmount } from '../money/money'

/** Why a typed bid is no price, in words for the carrier; or the price. */
export type ReadPrice = { priceMinor: number } | { problem: string }

const leastMinor = 50_00
const mostMinor = 100_000_00

/**
 * A carrier's price for one load as it was typed: all in (`1,850`, `$1.8k`), or by the mile with its sign (`2.35/mi`),
 * which is turned by the lane's miles. What looks like a rate per mile without the sign is reported, never guessed.
 */
export function readPrice(typed: string, miles: number | null): ReadPrice {
  const text = typed.trim()
  const byMile = /^\$?\s*(\d+(?:\.\d{1,3})?)\s*(?:\/|per |a )\s*(?:mi|mile)$/i.exec(text)
  if (byMile) {
    if (!miles) return { problem: 'The miles of this lane are not known: give the price of the whole load' }
    return within(Math.round(Number(byMile[1]) * 100 * miles))
  }
  const minor = readAmount(text)
  if (minor === null) return { problem: `No price: ${text.slice(0, 30)}. Write 1850, or 2.35/mi` }
  if (minor > 0 && minor < leastMinor)
    return { problem: `${formatMoney(minor)} for the whole load? By the mile it is ${text.replace(/^\$/, '')}/mi` }
  return within(minor)
}

function within(priceMinor: number): ReadPrice {
  if (priceMinor < leastMinor) return { problem: `${formatMoney(priceMinor)} is too little for a load` }
  return priceMinor > mostMinor ? { problem: `${formatMoney(priceMinor)} is too much for a load` } : { priceMinor }
}

/** Loads a week as typed; null for as many as there are, a problem for what is no number. */
export function readWeekly(typed: string): { weeklyLoads: number | null } | { problem: string } {
  const text = typed.trim()
  if (text === '' || /^(all|any|no limit)$/i.test(text)) return { weeklyLoads: null }
  const count = /^\d{1,4}$/.test(text) ? Number(text) : 0
  return count >= 1 && count <= 1000
    ? { weeklyLoads: count }
    : { problem: `No number of loads a week: ${text.slice(0, 20)}` }
}
