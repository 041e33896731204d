import { z } from 'zod'
import { carrierDocumentKinds } from '../carrier/document'
import { equipmentKinds } from '../load/load'
import { daySchema, policyKinds, registerRecordSchema } from '../register/register'

const words = z.string().trim().max(300)
const names = z.object({ name: words, dotNumber: z.string().max(12).nullable().default(null) })

/** Insurance as vetting reads it: filed with the register, or shown by a certificate. Both of its days are covered. */
export const insuranceSchema = z.object({
  kind: z.enum(policyKinds),
  insurer: words,
  number: words,
  /** The insured as the certificate names it; null on filings, which are filed under the carrier's own number. */
  insuredName: words.nullable().default(null),
  limitMinor: z.number().int().min(0),
  effectiveOn: daySchema,
  /** The last day of a certificate; null on filings, which run until they are cancelled. */
  expiresOn: daySchema.nullable().default(null),
  /** The first day on which a cancelled policy covers nothing. */
  cancelledOn: daySchema.nullable().default(null),
  source: z.enum(['register', 'certificate']).default('certificate'),
})
export type Insurance = z.infer<typeof insuranceSchema>

export const permitKinds = ['hazmat', 'canada', 'mexico'] as const
export type PermitKind = (typeof permitKinds)[number]

/** What two carriers may have in common; the weight of each depends on how few share it. */
export const linkKinds = ['phone', 'mail_domain', 'address', 'officer', 'bank', 'vehicle', 'insurance_policy'] as const
export type LinkKind = (typeof linkKinds)[number]

const sharedSchema = z.object({
  kind: z.enum(linkKinds),
  value: words,
  with: z
    .array(names.extend({ closedOn: daySchema.nullable().default(null) }))
    .min(1)
    .max(50),
  count: z.number().int().min(1).optional(),
})
export type Shared = z.infer<typeof sharedSchema>

/** Signs that somebody may not be who they say: what was seen, without a judgment. */
export const identitySchema = z.object({
  /** Who writes or calls in the carrier's name just now. */
  writer: z
    .object({ mail: words.nullable().default(null), phone: words.nullable().default(null) })
    .nullable()
    .default(null),
  /** Contacts on file beside the register's own. */
  mails: z.array(words).default([]),
  phones: z.array(words).default([]),
  contactChangedOn: daySchema.nullable().default(null),
  payeeChangedOn: daySchema.nullable().default(null),
  shared: z.array(sharedSchema).default([]),
  /** Where the truck was reported, against where the carrier said it is. */
  position: z
    .object({ milesAway: z.number().min(0), saidPlace: words })
    .nullable()
    .default(null),
  /** Other loads this carrier offers on with pickups on the same days, beside those it holds. */
  openOffers: z.number().int().min(0).default(0),
  price: z.object({ payMinor: z.number().int(), lowMinor: z.number().int() }).nullable().default(null),
  /** Another carrier for whom the same driver's phone or the same truck was seen. */
  driverPhoneSeenFor: words.nullable().default(null),
  truckSeenFor: words.nullable().default(null),
})
export type Identity = z.infer<typeof identitySchema>

/** All that vetting looks at of a carrier. */
export const carrierToVetSchema = z.object({
  name: words,
  /** Null where the register knows no such carrier. */
  register: registerRecordSchema.nullable().default(null),
  /** Hours since the register last confirmed its record; null where it never did. */
  registerAgeHours: z.number().min(0).nullable().default(0),
  insurance: z.array(insuranceSchema).default([]),
  documents: z
    .array(z.object({ kind: z.enum(carrierDocumentKinds), expiresOn: daySchema.nullable().default(null) }))
    .default([]),
  /** What is on file and nobody has looked at yet: it counts for nothing, but it is not asked for again. */
  documentsWaiting: z.array(z.enum(carrierDocumentKinds)).default([]),
  permits: z.array(z.object({ kind: z.enum(permitKinds), expiresOn: daySchema.nullable().default(null) })).default([]),
  equipment: z.array(z.enum(equipmentKinds)).default([]),
  doNotUse: words.nullable().default(null),
  /** The pickup day of the last load it hauled for us; null where there was none. */
  lastLoadOn: daySchema.nullable().default(null),
  /** Loads it holds with us whose days overlap those of the load in question, itself not counted. */
  loadsHeld: z.number().int().min(0).default(0),
  identity: identitySchema.prefault({}),
})
export type CarrierToVet = z.infer<typeof carrierToVetSchema>

/** What vetting looks at of a load. Its days are those of the places: the pickup's there, the last delivery's there. */
export const loadToVetSchema = z.object({
  customer: words.nullable().default(null),
  commodity: words.nullable().default(null),
  equipment: z.enum(equipmentKinds),
  freightValueMinor: z.number().int().min(0).nullable().default(null),
  hazmat: z.boolean().default(false),
  /** Countries of all its stops. */
  countries: z.array(z.enum(['US', 'CA', 'MX'])).default(['US']),
  pickupOn: daySchema,
  lastDeliveryOn: daySchema,
})
export type LoadToVet = z.infer<typeof loadToVetSchema>

/** One question to the rules: a carrier, maybe a load, and the calendar day it is asked on. */
export interface VetFacts {
  carrier: CarrierToVet
  load: LoadToVet | null
  today: string
}

/** What a rule found: a sentence with the facts, and what would fix it. */
export interface Finding {
  code: string
  message: string
  fix: string
}
