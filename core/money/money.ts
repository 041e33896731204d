/** Currencies the brokerage deals in. Amounts of different currencies are never added. */
export const currencies = ['USD', 'CAD'] as const
export type Currency = (typeof currencies)[number]
export const currencyWords: Record<Currency, string> = { USD: 'US dollars', CAD: 'Canadian dollars' }
/** Whether a text is the code of a currency we work in. */
export const isCurrency = (text: string): text is Currency => (currencies as readonly string[]).includes(text)

/**
 * Rounds to the nearest whole minor unit; a half goes away from zero, as invoices are rounded
 * by hand. One rule for the whole product.
 */
export function roundHalfAway(value: number): number {
  return Math.sign(value) * Math.round(Math.abs(value))
}

/**
 * Minor units as people read them: `248000` gives `2,480`, `248050` gives `2,480.50`.
 * Cents are shown only where there are any.
 */
export function formatAmount(amountMinor: number): string {
  const sign = amountMinor < 0 ? '-' : ''
  const absolute = Math.abs(Math.round(amountMinor))
  const whole = Math.floor(absolute / 100)
    .toString()
    .replace(/\B(?=(\d{3})+$)/g, ',')
  const cents = absolute % 100
  return cents === 0 ? `${sign}${whole}` : `${sign}${whole}.${cents.toString().padStart(2, '0')}`
}

export const currencySigns: Record<Currency, string> = { USD: '$', CAD: 'C$' }

/** `formatAmount` with its currency: `$2,480`, `C$2,480`. */
export function formatMoney(amountMinor: number, currency: Currency = 'USD'): string {
  const symbol = currencySigns[currency]
  return amountMinor < 0 ? `-${symbol}${formatAmount(-amountMinor)}` : `${symbol}${formatAmount(amountMinor)}`
}

/**
 * Reads an amount as typed on the phone: `2480`, `$2,480.50`, `2.5k`. Answers minor units,
 * or null where the text is no amount (negative, three decimals, words).
 */
export function readAmount(text: string): number | null {
  const match = /^\$?\s*(\d{1,3}(?:,\d{3})+|\d{1,9})(\.\d{1,2})?\s*(k)?$/i.exec(text.trim())
  if (!match) return null
  const value = Number(`${match[1]!.replaceAll(',', '')}${match[2] ?? ''}`)
  return roundHalfAway(value * (match[3] ? 1000 : 1) * 100)
}

/** Reads an amount with the currency it is typed in, `C$2,400`, `2400 CAD`, `US$ 2,000`; `usual` where none is typed. Null where it is no amount. */
export function readMoney(text: string, usual: Currency): { amountMinor: number; currency: Currency } | null {
  const match = /^(?:(C\$|CAD|US\$|USD)\s*)?(.+?)(?:\s*(CAD|USD))?$/i.exec(text.trim())
  const said = (match?.[1] ?? match?.[3] ?? '').toUpperCase().replace('C$', 'CAD').replace('US$', 'USD')
  const amountMinor = match ? readAmount(match[2]!) : null
  return amountMinor === null ? null : { amountMinor, currency: isCurrency(said) ? said : usual }
}

/** `150.5` for the percentage of `part` in `whole`, one decimal; null where there is no whole. */
export function percentOf(part: number, whole: number): number | null {
  return whole === 0 ? null : Math.round((part / whole) * 1000) / 10
}
