import { describe, expect, test } from 'vitest'
import { decideTerms, type QuoteTerms, type TermsFacts } from './decide-terms'

const facts: TermsFacts = {
  today: '2026-12-31',
  quote: { id: 7, customerId: 1, currency: 'USD' },
  isGiven: false,
  compared: null,
}
const terms: QuoteTerms = { title: '', validUntil: '2027-01-07', comparedId: null, currency: 'USD' }

describe('the terms of a quote', () => {
  test.each<[string, Partial<TermsFacts>, Partial<QuoteTerms>, string | boolean]>([
    ['a week', {}, {}, false],
    ['until tonight', {}, { validUntil: '2026-12-31' }, false],
    ['until yesterday', {}, { validUntil: '2026-12-30' }, 'past_day'],
    ['four hundred days', {}, { validUntil: '2028-02-04' }, false],
    ['a day more', {}, { validUntil: '2028-02-05' }, 'too_long'],
    ['another currency', {}, { currency: 'CAD' }, true],
    ['another currency once a price was given', { isGiven: true }, { currency: 'CAD' }, 'currency_given'],
    ['the same currency once a price was given', { isGiven: true }, { title: 'Bid' }, false],
    ['their earlier quote', { compared: { customerId: 1, currency: 'USD' } }, { comparedId: 3 }, false],
    ['somebody else’s', { compared: { customerId: 2, currency: 'USD' } }, { comparedId: 3 }, 'not_theirs'],
    ['none that is there', {}, { comparedId: 3 }, 'not_theirs'],
    ['itself', { compared: { customerId: 1, currency: 'USD' } }, { comparedId: 7 }, 'not_theirs'],
    ['one in another currency', { compared: { customerId: 1, currency: 'CAD' } }, { comparedId: 3 }, 'other_currency'],
  ])('%s', (_, known, asked, answer) => {
    const decision = decideTerms({ ...facts, ...known }, { ...terms, ...asked })
    expect('refusal' in decision ? decision.refusal.code : decision.unprices).toBe(answer)
  })
})
