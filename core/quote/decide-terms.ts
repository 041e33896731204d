import type { Refusal } from '../decision/refusal'
import type { Currency } from '../money/money'
import { addDays } from '../time/local'
import type { QuoteRefusalCode } from './refusals'

/** The longest a price may be good: a little over a year's bid. */
export const longestValidDays = 400

/** What a person sets for a whole quote. */
export interface QuoteTerms {
  title: string
  validUntil: string
  /** An earlier quote of the same customer that this one is compared with. */
  comparedId: number | null
  currency: Currency
}

export interface TermsFacts {
  /** The desk's today, ISO date. */
  today: string
  quote: { id: number; customerId: number; currency: Currency }
  /** Whether a line was sent, won or lost: a price was given in the quote's currency. */
  isGiven: boolean
  /** The quote it is to be compared with; null where there is no such quote, or none is named. */
  compared: { customerId: number; currency: Currency } | null
}

type TermsRefusal = Refusal<
  Extract<QuoteRefusalCode, 'past_day' | 'too_long' | 'not_theirs' | 'other_currency' | 'currency_given'>
>

const refuse = (code: TermsRefusal['code'], facts: Record<string, unknown> = {}): { refusal: TermsRefusal } => ({
  refusal: { code, facts },
})

/**
 * Whether a quote can have these terms. In another currency its lines have no price until they are repriced (`unprices`), so the
 * currency changes only while all of them are drafts; prices of two currencies are not compared.
 */
export function decideTerms(
  { today, quote, isGiven, compared }: TermsFacts,
  terms: QuoteTerms,
): { unprices: boolean } | { refusal: TermsRefusal } {
  if (terms.validUntil < today) return refuse('past_day')
  if (terms.validUntil > addDays(today, longestValidDays)) return refuse('too_long', { max: longestValidDays })
  if (terms.comparedId !== null && (compared?.customerId !== quote.customerId || terms.comparedId === quote.id))
    return refuse('not_theirs')
  if (compared && compared.currency !== terms.currency) return refuse('other_currency', { currency: compared.currency })
  const unprices = quote.currency !== terms.currency
  if (unprices && isGiven) return refuse('currency_given', { from: quote.currency, to: terms.currency })
  return { unprices }
}
