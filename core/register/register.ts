import { z } from 'zod'
import { isDay } from '../time/local'

export const policyKinds = ['liability', 'cargo', 'refrigeration'] as const
export type PolicyKind = (typeof policyKinds)[number]

/** What an authority allows: carrying goods for the public, under contract, or arranging what others carry. */
export const authorityKinds = ['common', 'contract', 'broker'] as const
export type AuthorityKind = (typeof authorityKinds)[number]

export const safetyRatings = ['satisfactory', 'conditional', 'unsatisfactory'] as const
export type SafetyRating = (typeof safetyRatings)[number]

export const daySchema = z.string().refine(isDay, 'No such day: write 2026-11-23')
const day = daySchema
const count = z.number().int().min(0).max(10_000_000)
const words = z.string().trim().max(200)
const countPair = z
  .object({ inspections: count, outOfService: count })
  .refine((pair) => pair.outOfService <= pair.inspections, 'More out of service than inspected')

const addressSchema = z.object({
  street: words,
  city: words,
  region: z.string().trim().max(3),
  postal: z.string().trim().max(10),
  country: z.enum(['US', 'CA', 'MX']).default('US'),
})
export type RegisterAddress = z.infer<typeof addressSchema>

const authoritySchema = z.object({
  kind: z.enum(authorityKinds),
  status: z.enum(['active', 'inactive', 'revoked']),
  grantedOn: day.nullable().default(null),
  revokedOn: day.nullable().default(null),
  reinstatedOn: day.nullable().default(null),
})
export type Authority = z.infer<typeof authoritySchema>

/** Insurance as the register has it filed: without an end, until it is cancelled. */
const filingSchema = z.object({
  kind: z.enum(policyKinds),
  insurer: words.min(1),
  number: words.min(1),
  limitMinor: z.number().int().min(0),
  effectiveOn: day,
  cancelledOn: day.nullable().default(null),
})
export type Filing = z.infer<typeof filingSchema>

export const dotPattern = /^\d{1,9}$/
export const mcPattern = /^\d{1,8}$/

/** All that the public register of motor carriers says of one carrier; the shape both its answers and its feed are read into. */
export const registerRecordSchema = z.object({
  dotNumber: z.string().regex(dotPattern),
  mcNumber: z.string().regex(mcPattern).nullable().default(null),
  legalName: words.min(1),
  tradeName: words.nullable().default(null),
  /** Whether the register lets it operate at all. */
  operating: z.boolean().default(true),
  physical: addressSchema,
  mailing: addressSchema.nullable().default(null),
  phones: z.array(z.string().trim().max(30)).max(5).default([]),
  mail: z.string().trim().toLowerCase().max(200).nullable().default(null),
  officers: z.array(words).max(10).default([]),
  powerUnits: count.default(0),
  drivers: count.default(0),
  /** Classes of freight it says it carries, and its kinds of operation, as the register words them. */
  cargo: z.array(words).max(40).default([]),
  operations: z.array(words).max(10).default([]),
  hazmat: z.boolean().default(false),
  authorities: z.array(authoritySchema).max(6).default([]),
  filings: z.array(filingSchema).max(40).default([]),
  safetyRating: z.enum(safetyRatings).nullable().default(null),
  ratedOn: day.nullable().default(null),
  /** Roadside inspections and crashes of the last 24 months. */
  vehicle: countPair.default({ inspections: 0, outOfService: 0 }),
  driver: countPair.default({ inspections: 0, outOfService: 0 }),
  crashes: z.object({ fatal: count, injury: count, tow: count }).default({ fatal: 0, injury: 0, tow: 0 }),
  /** Identification numbers of the vehicles met at inspections. */
  vehicles: z.array(z.string().trim().max(20)).max(200).default([]),
})
export type RegisterRecord = z.infer<typeof registerRecordSchema>

/** Whether an authority to carry goods for hire is in force; one to arrange transport alone is not enough. */
export const mayCarry = (record: RegisterRecord): boolean =>
  record.operating &&
  record.authorities.some((authority) => authority.kind !== 'broker' && authority.status === 'active')

/** The day since which it carries: when the oldest authority in force was granted; null where none is. */
export function carryingSince(record: RegisterRecord): string | null {
  const days = record.authorities
    .filter((authority) => authority.kind !== 'broker' && authority.status === 'active' && authority.grantedOn)
    .map((authority) => authority.grantedOn!)
  return days.length === 0 ? null : days.reduce((one, other) => (one < other ? one : other))
}

/** The day it stopped being allowed to carry; null while it may, or where no day is given. */
export function closedOn(record: RegisterRecord): string | null {
  if (mayCarry(record)) return null
  const days = record.authorities
    .filter((authority) => authority.kind !== 'broker' && authority.revokedOn)
    .map((authority) => authority.revokedOn!)
  return days.length === 0 ? null : days.reduce((one, other) => (one > other ? one : other))
}
