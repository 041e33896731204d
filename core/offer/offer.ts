import { z } from 'zod'
import { currencies } from '../money/money'
import { phoneDigits } from '../register/phone'

export const offerSources = ['phone', 'mail', 'board', 'portal', 'text'] as const
export type OfferSource = (typeof offerSources)[number]

/** `open` is live, a counter included; the others are ends. `turned_down` lost to another's award. */
export const offerStates = ['open', 'declined', 'lapsed', 'awarded', 'turned_down'] as const
export type OfferState = (typeof offerStates)[number]

/** An offer as a rep records it from the phone. `goodUntil` is an instant. */
export const offerTermsSchema = z.object({
  carrierId: z.number('Choose the carrier').int().positive('Choose the carrier'),
  payMinor: z
    .number('Give the price')
    .int('Give the price')
    .min(100, 'Give the price')
    .max(100_000_000, 'That is over a million'),
  /** The carrier's usual one where none was named. */
  currency: z.enum(currencies).nullable().default(null),
  /** Set after the price was reported as looking mistyped. */
  sure: z.boolean().default(false),
  source: z.enum(offerSources).default('phone'),
  goodUntil: z.number().int().positive().nullable().default(null),
  note: z.string().trim().max(500, 'At most 500 characters').default(''),
  /** Whom we spoke with, and where they are called back. */
  person: z.string().trim().max(80, 'At most 80 characters').default(''),
  phone: z
    .string()
    .trim()
    .max(30)
    .refine((phone) => phone === '' || phoneDigits(phone) !== null, 'Ten digits, as 208-555-0101')
    .default(''),
})

export const offerSourceWords: Record<OfferSource, string> = {
  phone: 'phone',
  mail: 'email',
  board: 'board',
  portal: 'portal',
  text: 'text',
}

export const offerStateWords: Record<OfferState, string> = {
  open: 'open',
  declined: 'declined',
  lapsed: 'lapsed',
  awarded: 'awarded',
  turned_down: 'turned down',
}
