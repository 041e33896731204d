import { z } from 'zod'
import { chargeSchema } from '../charge/charge'
import type { LocalTime } from '../time/local'
import { freightDetails } from './freight'
import { referenceSchema } from './reference'
import { stopSchema } from './stop'

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

/** Who a note is written for; only `carrier` notes ever reach a carrier. */
export const audiences = ['us', 'carrier', 'customer'] as const
export type Audience = (typeof audiences)[number]

export const noteSchema = z.object({
  audience: z.enum(audiences),
  text: z.string().trim().min(1, 'Write the note').max(2000),
})
export type Note = z.infer<typeof noteSchema>

/** A link kept with a load: a customer's portal page, a shared folder. */
export const linkSchema = z.object({
  label: z.string().trim().max(80).default(''),
  url: z
    .string()
    .trim()
    .max(500)
    .refine((url) => /^https?:\/\/\S+$/i.test(url), 'A link begins with https://'),
})
export type Link = z.infer<typeof linkSchema>

/** A rep of ours who works a load with the one it belongs to, and the share of its margin that is theirs. */
export const repShareSchema = z.object({
  userId: z.number('Choose the rep').int().positive(),
  sharePercent: z.number('Give the share in percent').int().min(1).max(100),
})
export type RepShare = z.infer<typeof repShareSchema>

/** Who has to do with a load beside the customer, the stops and the carrier. */
const loadParties = {
  /** The customer of ours who pays for it, where that is another. */
  payerId: z.number().int().positive().nullable().default(null),
  customsBroker: z.string().trim().max(120).default(''),
  customsBrokerPhone: z.string().trim().max(40).default(''),
  /** Who of us follows it on its way. */
  dispatcherId: z.number().int().positive().nullable().default(null),
  repShares: z.array(repShareSchema).max(5).default([]),
  links: z.array(linkSchema).max(10).default([]),
}

/** A load that has to do with nobody else. */
export const plainParties = {
  payerId: null,
  customsBroker: '',
  customsBrokerPhone: '',
  dispatcherId: null,
  repShares: [],
  links: [],
}

/** A load's number: ours, or one that somebody wants for it. */
export const loadNumberSchema = z
  .string()
  .trim()
  .regex(/^[A-Z0-9][A-Z0-9-]{2,19}$/, 'Letters, digits and dashes, 3 to 20 of them')

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
    ...freightDetails,
    freightValueMinor: z.number().int().min(0).max(10_000_000_00).nullable().default(null),
    practice: z.boolean().default(false),
    ...loadParties,
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
  .refine(({ repShares }) => repShares.reduce((sum, { sharePercent }) => sum + sharePercent, 0) <= 100, {
    path: ['repShares'],
    message: 'The shares come to more than 100%',
  })
export type LoadTerms = z.infer<typeof loadTermsSchema>

/** A stop with what the facility adds to it. */
export interface StopPlace {
  kind: 'pickup' | 'delivery'
  earliestLocal: LocalTime
  latestLocal: LocalTime | null
  zone: string
  /** The state or province it is in. */
  region: string
  lat: number
  lon: number
  address?: string
}

/** What stands for the street of a facility that is known by its city alone. */
export const unknownStreet = 'Street not known yet'
