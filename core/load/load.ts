import { z } from 'zod'
import { chargeSchema } from '../charge/charge'
import { isLocalTime, type LocalTime } from '../time/local'

export const loadStates = [
  'draft',
  'uncovered',
  'covered',
  'dispatched',
  'in_transit',
  'delivered',
  'paperwork_in',
  'invoiced',
  'paid',
  'cancelled',
] as const
export type LoadState = (typeof loadStates)[number]

export const equipmentKinds = [
  'van',
  'reefer',
  'flatbed',
  'step_deck',
  'box_truck',
  'sprinter',
  'hotshot',
  'power_only',
  'conestoga',
  'lowboy',
  'tanker',
  'hopper',
  'container',
] as const
export type Equipment = (typeof equipmentKinds)[number]

export const referenceKinds = [
  'purchase_order',
  'customer_order',
  'pickup_number',
  'delivery_number',
  'bill_of_lading',
  'contract_number',
  'other',
] as const
export type ReferenceKind = (typeof referenceKinds)[number]

/** The loadDocuments a reference may show on. */
export const loadDocuments = ['rate_confirmation', 'invoice'] as const
export type LoadDocument = (typeof loadDocuments)[number]

/** Who a note is written for; only `carrier` notes ever reach a carrier. */
export const audiences = ['us', 'carrier', 'customer'] as const
export type Audience = (typeof audiences)[number]

const localTime = z.string().refine(isLocalTime, 'No such date and time')

export const stopSchema = z
  .object({
    kind: z.enum(['pickup', 'delivery']),
    facilityId: z.number('Choose the facility').int().positive(),
    earliestLocal: localTime,
    latestLocal: localTime.nullable().default(null),
    booking: z.enum(['appointment', 'first_come']).default('first_come'),
  })
  .refine((stop) => !stop.latestLocal || stop.latestLocal >= stop.earliestLocal, {
    path: ['latestLocal'],
    message: 'The window closes before it opens',
  })

export const referenceSchema = z.object({
  kind: z.enum(referenceKinds),
  value: z.string().trim().min(1, 'Give the number').max(60),
  showOn: z.array(z.enum(loadDocuments)).default([]),
})
export type Reference = z.infer<typeof referenceSchema>

export const noteSchema = z.object({
  audience: z.enum(audiences),
  text: z.string().trim().min(1, 'Write the note').max(2000),
})
export type Note = z.infer<typeof noteSchema>

/** All that a customer's shipment says; the form, the action and the database share it. */
export const loadTermsSchema = z
  .object({
    customerId: z.number('Choose the customer').int().positive('Choose the customer'),
    equipment: z.enum(equipmentKinds),
    lengthFt: z.number().int().min(8).max(120).nullable().default(53),
    tempMinF: z.number().int().min(-40).max(120).nullable().default(null),
    tempMaxF: z.number().int().min(-40).max(120).nullable().default(null),
    team: z.boolean().default(false),
    commodity: z.string().trim().min(1, 'What is the freight?').max(120),
    commodityHidden: z.boolean().default(false),
    weightLb: z.number('Give the weight in pounds').int().min(1).max(200_000),
    pallets: z.number().int().min(0).max(200).nullable().default(null),
    freightValueMinor: z.number().int().min(0).max(10_000_000_00).nullable().default(null),
    practice: z.boolean().default(false),
    stops: z.array(stopSchema).min(2, 'A load has a pickup and a delivery').max(20),
    references: z.array(referenceSchema).max(30).default([]),
    notes: z.array(noteSchema).max(30).default([]),
    sellCharges: z.array(chargeSchema).max(30).default([]),
  })
  .refine((terms) => terms.stops[0]?.kind === 'pickup', {
    path: ['stops', 0, 'kind'],
    message: 'The first stop is a pickup',
  })
  .refine((terms) => terms.stops.at(-1)?.kind === 'delivery', {
    path: ['stops'],
    message: 'The last stop is a delivery',
  })
  .refine((terms) => terms.tempMinF === null || terms.tempMaxF === null || terms.tempMinF <= terms.tempMaxF, {
    path: ['tempMaxF'],
    message: 'The range is upside down',
  })
export type LoadTerms = z.infer<typeof loadTermsSchema>

/** A stop with what the facility adds to it. */
export interface StopPlace {
  kind: 'pickup' | 'delivery'
  earliestLocal: LocalTime
  latestLocal: LocalTime | null
  zone: string
  lat: number
  lon: number
  address?: string
}

/** What stands for the street of a facility that is known by its city alone. */
export const unknownStreet = 'Street not known yet'
