import { z } from 'zod'
import { controlNames } from '../x12/visible'

/** The ways to and from a partner. A new one is a name here and an implementation of the server's `Transport`. */
export const transports = ['folder', 'http', 'site'] as const
export type TransportKind = (typeof transports)[number]

/** The documents that may flow, by their X12 number. */
export const documentKinds = ['204', '990', '214', '210', '997'] as const
export type DocumentKind = (typeof documentKinds)[number]

export const codeKinds = ['customer', 'location', 'equipment'] as const
export type CodeKind = (typeof codeKinds)[number]

/** What becomes of a tender nobody answered in time: it lapses, a no is sent, or it stays to be answered late. */
export const expiryChoices = ['lapse', 'decline', 'keep'] as const
export type ExpiryChoice = (typeof expiryChoices)[number]

export const statusOccasions = [
  'appointment_pickup',
  'appointment_delivery',
  'arrived_pickup',
  'arrived_delivery',
  'departed_pickup',
  'departed_delivery',
  'delayed_pickup',
  'delayed_delivery',
] as const
export type StatusOccasion = (typeof statusOccasions)[number]

/** A partner's code for each of our events; an empty one is not sent. */
export const statusCodesSchema = z.record(z.enum(statusOccasions), z.string())
export type StatusCodes = z.output<typeof statusCodesSchema>

/** X12 element 1650 (shipment status) and 1652 (appointment status): what most partners want. */
export const usualStatusCodes: StatusCodes = {
  appointment_pickup: 'AA',
  appointment_delivery: 'AB',
  arrived_pickup: 'X3',
  arrived_delivery: 'X1',
  departed_pickup: 'AF',
  departed_delivery: 'D1',
  delayed_pickup: 'SD',
  delayed_delivery: 'SD',
}

const text = (max: number) => z.string().trim().max(max)
const ids = {
  theirQualifier: text(2).min(2, 'Two characters, as 02 or ZZ'),
  theirId: text(15).min(2, 'Give their id'),
  theirGroup: text(15).min(2, 'Give the id in GS'),
  ourQualifier: text(2).min(2, 'Two characters, as 02 or ZZ'),
  ourId: text(15).min(2, 'Give our id'),
  ourGroup: text(15).min(2, 'Give our id in GS'),
}

/** A delimiter as a person writes it: itself, or the ASCII name of a control character (`[LF]`, `[GS]`). */
export function readDelimiter(text: string): string | null {
  if (text.length === 1) return text
  const at = controlNames.indexOf(text.replace(/[[\]]/g, '').toUpperCase())
  return at < 0 ? null : String.fromCharCode(at)
}

const delimiter = z
  .string()
  .max(5)
  .refine(
    (text) => readDelimiter(text) !== null && !/^[\w ]$/.test(text),
    'One character that is no letter or figure, or a name as [LF]',
  )

/** What parts what in the documents we send. */
export const delimitersFormSchema = z
  .object({
    element: delimiter,
    component: delimiter,
    segment: delimiter,
    repetition: z.union([z.literal(''), delimiter]),
    lineEnd: z.enum(['', 'LF', 'CRLF']),
  })
  .refine((form) => new Set([form.element, form.component, form.segment]).size === 3, {
    path: ['component'],
    message: 'Three different ones',
  })
export type DelimitersForm = z.infer<typeof delimitersFormSchema>

/** Whether something can be the address of a partner that is reached so: a plain name for a folder, which then cannot lead out of the data folder, or a web address. */
export const isAddress = (transport: TransportKind, address: string): boolean =>
  transport === 'folder' ? /^[\w-]+$/.test(address) : /^https?:\/\/\S+$/.test(address)
export const addressRule = 'A folder is letters, figures and hyphens; an address begins with http'

/** Fills in the way to a partner: a folder's name, or an address. */
export const newPartnerSchema = z
  .object({
    name: z.string().trim().min(2, 'Name the partner').max(80),
    customerId: z.number('Choose the customer').int().positive(),
    transport: z.enum(transports),
    address: z.string().trim().min(1, 'Give the folder or the address').max(200),
    theirQualifier: z.string().trim().length(2, 'Two characters, as 02 or ZZ'),
    theirId: z.string().trim().min(2, 'Give their id').max(15),
    scac: z
      .string()
      .trim()
      .regex(/^[A-Z]{2,4}$/, 'Two to four capital letters'),
  })
  .refine((form) => isAddress(form.transport, form.address), { path: ['address'], message: addressRule })
export type NewPartner = z.infer<typeof newPartnerSchema>

/** What a manager may change of a partner. */
export const partnerFormSchema = z.object({
  ...ids,
  name: text(80).min(2, 'Name the partner'),
  /** Who ships where a tender does not say it. */
  customerId: z.number().int().positive().nullable(),
  address: text(200).min(1, 'Give the folder or the address'),
  /** Empty leaves the secret as it is. */
  secret: text(200).refine((secret) => secret === '' || secret.length >= 8, 'At least eight characters'),
  /** Whether the address may be inside our own network. */
  allowPrivate: z.boolean().default(false),
  delimiters: delimitersFormSchema,
  scac: text(4).regex(/^[A-Z]{2,4}$/, 'Two to four capital letters'),
  version: z.string().regex(/^00[345]0\d0$/, 'As 004010'),
  usage: z.enum(['T', 'P']),
  documents: z.array(z.enum(documentKinds)),
  respondMinutes: z.number('In minutes').int().min(5, 'At least five minutes').max(10_080, 'At most a week'),
  onExpiry: z.enum(expiryChoices),
  takesNotes: z.boolean(),
  statusCodes: z.record(z.enum(statusOccasions), text(2).regex(/^([A-Z0-9]{2})?$/, 'Two characters, or nothing')),
  contactName: text(80),
  contactPhone: text(30),
  contactMail: z.union([z.literal(''), z.string().trim().email('Give an email address')]),
  paused: z.boolean(),
})
export type PartnerForm = z.infer<typeof partnerFormSchema>

export const transportWords: Record<TransportKind, string> = {
  folder: 'Mailbox folder',
  http: 'HTTP',
  site: 'Web site',
}
export const codeKindWords: Record<CodeKind, string> = {
  customer: 'Customer',
  location: 'Location',
  equipment: 'Equipment',
}
export const expiryWords: Record<ExpiryChoice, string> = {
  lapse: 'it lapses, nothing is sent',
  decline: 'a no is sent',
  keep: 'it stays, late answers are taken',
}
