import { z } from 'zod'
import type { FieldChange } from '../decision/edit'

const clock = z.union([z.literal(''), z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'As 07:00')])

/** What the desk keeps about a facility beside where it is, as its form gives it; an empty text is not known. */
export const facilityFactsSchema = z
  .object({
    name: z.string().trim().min(1, 'Name the facility').max(120),
    address: z.string().trim().min(1, 'Give the street').max(160),
    booking: z.enum(['appointment', 'first_come']),
    /** Wall-clock times of its own zone. */
    opens: clock,
    closes: clock,
    phone: z.string().trim().max(40),
    dockNote: z.string().trim().max(2000, 'At most 2,000 characters'),
  })
  .refine(({ opens, closes }) => (opens === '') === (closes === ''), {
    path: ['closes'],
    message: 'Give both hours, or none',
  })
export type FacilityFacts = z.infer<typeof facilityFactsSchema>

/** What each field is called. */
export const facilityFactWords: Record<keyof FacilityFacts, string> = {
  name: 'Name',
  address: 'Street',
  booking: 'Booking',
  opens: 'Dock opens',
  closes: 'Dock closes',
  phone: 'Phone',
  dockNote: 'Dock note',
}

export const bookingWords = { first_come: 'First come', appointment: 'Appointment' } as const

const valueWords = (field: keyof FacilityFacts, value: string): string =>
  field === 'booking' ? bookingWords[value as keyof typeof bookingWords] : value

/** Changed fields in words, from what they were to what they are. */
export const facilityChanges = (before: FacilityFacts, set: Partial<FacilityFacts>): FieldChange[] =>
  (Object.entries(set) as [keyof FacilityFacts, string][]).map(([field, to]) => ({
    field: facilityFactWords[field],
    from: valueWords(field, before[field]),
    to: valueWords(field, to),
  }))
