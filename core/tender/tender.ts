import { z } from 'zod'
import { equipmentKinds } from '../load/load'

export const tenderPurposes = ['original', 'change', 'cancel', 'confirmation'] as const
export type TenderPurpose = (typeof tenderPurposes)[number]
export const stopReasons = ['load', 'unload', 'part_load', 'part_unload', 'other'] as const
export type StopReason = (typeof stopReasons)[number]

/** Null where nothing was said, also in what an earlier version kept without the field. */
const text = z.string().nullable().default(null)
const figure = z.number().nullable().default(null)

const referenceSchema = z.object({ qualifier: z.string(), value: z.string() })
export type TenderReference = z.output<typeof referenceSchema>

const placeSchema = z.object({
  name: z.string(),
  code: text,
  city: text,
  region: text,
  postal: text,
  country: text,
})
export type TenderPlace = z.output<typeof placeSchema>

const partySchema = placeSchema.extend({ role: z.string() })
export type TenderParty = z.output<typeof partySchema>

const stopSchema = placeSchema.extend({
  sequence: z.number(),
  reason: z.enum(stopReasons),
  address: z.array(z.string()),
  /** Local to the stop: `2026-12-01T08:00`. */
  earliest: text,
  latest: text,
  weightLb: figure,
  pieces: figure,
  references: z.array(referenceSchema),
  contact: z.object({ name: z.string(), phone: z.string() }).nullable().default(null),
  notes: z.array(z.string()),
})
export type TenderStop = z.output<typeof stopSchema>

/** A shipment that a customer's system offers and wants a yes or no to, whatever way it came; as it is kept. */
export const tenderSchema = z.object({
  purpose: z.enum(tenderPurposes),
  scac: text,
  shipmentId: text,
  /** Wall-clock time, in the zone that `respondByZone` names where the customer said one. */
  respondBy: text,
  respondByZone: text,
  equipment: z.object({
    kind: z.enum(equipmentKinds).nullable(),
    code: text,
    lengthFt: figure,
    tempF: z.object({ min: z.number(), max: z.number() }).nullable().default(null),
  }),
  billing: z.enum(['prepaid', 'collect', 'third_party']).nullable().default(null),
  charge: z.object({ amount: z.string(), currency: z.string() }).nullable().default(null),
  weightLb: figure,
  pieces: figure,
  miles: figure,
  hazmat: z.boolean().default(false),
  /** The name of what is hauled, where it is stated as such: hazardous freight goes by its shipping name. */
  commodity: text,
  references: z.array(referenceSchema),
  notes: z.array(z.string()),
  parties: z.array(partySchema),
  stops: z.array(stopSchema),
  /** What the customer's system said and has no place above, as it was said. */
  alsoSaid: z.array(z.string()).default([]),
})
export type Tender = z.output<typeof tenderSchema>

/**
 * The state of a notice. `open` waits for an answer; `overtaken` was followed by a later one before it was answered, or came after
 * it; `noted` wanted no answer.
 */
export const noticeStates = ['open', 'accepted', 'declined', 'lapsed', 'withdrawn', 'overtaken', 'noted'] as const
export type NoticeState = (typeof noticeStates)[number]

/** The state of a tender, over all its notices. */
export const tenderStates = ['offered', 'accepted', 'declined', 'lapsed', 'withdrawn', 'cancelled'] as const
export type TenderState = (typeof tenderStates)[number]
