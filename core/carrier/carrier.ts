import { z } from 'zod'
import { equipmentKinds } from '../load/load'
import { phoneDigits } from '../register/phone'

export const factSources = ['register', 'certificate', 'person', 'carrier'] as const
export type FactSource = (typeof factSources)[number]

export const contactRoles = ['dispatch', 'after_hours', 'accounts', 'owner', 'claims', 'other'] as const
export type ContactRole = (typeof contactRoles)[number]

export const carrierDocumentStates = ['waiting', 'checked', 'refused'] as const

export const payeeKinds = ['carrier', 'factoring'] as const
export const payeeStates = ['waiting', 'approved', 'refused', 'replaced'] as const

const emptyToNull = (value: unknown) => (typeof value === 'string' && value.trim() === '' ? null : value)

export const contactSchema = z
  .object({
    name: z.string().trim().min(1, 'Who is it?').max(120),
    role: z.enum(contactRoles),
    mail: z.preprocess(
      emptyToNull,
      z
        .email('No email address')
        .max(200)
        .transform((mail) => mail.toLowerCase())
        .nullable()
        .default(null),
    ),
    phone: z.preprocess(
      emptyToNull,
      z
        .string()
        .trim()
        .refine((phone) => phoneDigits(phone) !== null, 'Ten digits, as 208-555-0101')
        .nullable()
        .default(null),
    ),
  })
  .refine((contact) => contact.mail !== null || contact.phone !== null, {
    path: ['phone'],
    message: 'Give a phone number or an email address',
  })
export type Contact = z.infer<typeof contactSchema>

/** Checks a bank's routing number by its check digit (ABA: weights 3, 7, 1 over nine digits, a multiple of ten). */
export const isRoutingNumber = (text: string): boolean =>
  /^\d{9}$/.test(text) &&
  [...text].reduce((sum, digit, at) => sum + Number(digit) * [3, 7, 1][at % 3]!, 0) % 10 === 0 &&
  text !== '000000000'

export const payeeSchema = z.object({
  kind: z.enum(payeeKinds),
  name: z.string().trim().min(2, 'Who is paid?').max(120),
  bankName: z.string().trim().min(2, 'Which bank?').max(120),
  routing: z.string().trim().refine(isRoutingNumber, 'Nine digits; the last does not fit the others'),
  account: z
    .string()
    .trim()
    .regex(/^\d{4,17}$/, 'The account’s number, 4 to 17 digits'),
})
export type Payee = z.infer<typeof payeeSchema>

/** Trailers by kind, as a carrier tells them: `{ reefer: 12, van: 4 }`. */
export const trailersSchema = z.partialRecord(z.enum(equipmentKinds), z.number().int().min(0).max(100_000))
export type Trailers = z.infer<typeof trailersSchema>
