import { z } from 'zod'
import type { FieldChange } from '../decision/edit'
import { referenceKinds } from '../load/reference'
import { referenceKindWords } from '../load/words'
import { currencies } from '../money/money'

const email = z.union([z.literal(''), z.email('That is not an email address').max(200)])

/** What the desk keeps about a customer, as its form gives it; an empty text is not known. */
export const customerFactsSchema = z.object({
  name: z.string().trim().min(2, 'Name the customer').max(120),
  city: z.string().trim().max(80),
  region: z.string().trim().max(3),
  phone: z.string().trim().max(40),
  billingMail: email,
  quoteMail: email,
  currency: z.enum(currencies),
  /** Days after the invoice. */
  paysInDays: z.number('Give the days as a number').int().min(0).max(365, 'That is over a year').nullable(),
  wantedNumbers: z.array(z.enum(referenceKinds)),
  note: z.string().trim().max(2000, 'At most 2,000 characters'),
})
export type CustomerOwnFacts = z.infer<typeof customerFactsSchema>

/** What each field is called. */
export const customerFactWords: Record<keyof CustomerOwnFacts, string> = {
  name: 'Name',
  city: 'City',
  region: 'State',
  phone: 'Phone',
  billingMail: 'Bills go to',
  quoteMail: 'Quotes go to',
  currency: 'Billed in',
  paysInDays: 'Pays in days',
  wantedNumbers: 'Numbers they want',
  note: 'Note',
}

const valueWords = (facts: CustomerOwnFacts, field: keyof CustomerOwnFacts): string =>
  field === 'wantedNumbers'
    ? facts.wantedNumbers.map((kind) => referenceKindWords[kind]).join(', ')
    : String(facts[field] ?? '')

/** Changed fields in words, from what they were to what they are. */
export const customerChanges = (before: CustomerOwnFacts, set: Partial<CustomerOwnFacts>): FieldChange[] =>
  (Object.keys(set) as (keyof CustomerOwnFacts)[]).map((field) => ({
    field: customerFactWords[field],
    from: valueWords(before, field),
    to: valueWords({ ...before, ...set }, field),
  }))
