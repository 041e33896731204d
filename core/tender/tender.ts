import type { Equipment } from '../load/load'

export const tenderPurposes = ['original', 'change', 'cancel', 'confirmation'] as const
export type TenderPurpose = (typeof tenderPurposes)[number]
export type StopReason = 'load' | 'unload' | 'part_load' | 'part_unload' | 'other'

export interface TenderReference {
  qualifier: string
  value: string
}

export interface TenderPlace {
  name: string
  code: string | null
  city: string | null
  region: string | null
  postal: string | null
  country: string | null
}

export interface TenderParty extends TenderPlace {
  role: string
}

export interface TenderStop extends TenderPlace {
  sequence: number
  reason: StopReason
  address: string[]
  /** Local to the stop: `2026-12-01T08:00`. */
  earliest: string | null
  latest: string | null
  weightLb: number | null
  pieces: number | null
  references: TenderReference[]
  contact: { name: string; phone: string } | null
  notes: string[]
}

/** A shipment that a customer's system offers and wants a yes or no to, whatever way it came. */
export interface Tender {
  purpose: TenderPurpose
  scac: string | null
  shipmentId: string | null
  /** Wall-clock time, in the zone that `respondByZone` names where the customer said one. */
  respondBy: string | null
  respondByZone: string | null
  equipment: {
    kind: Equipment | null
    code: string | null
    lengthFt: number | null
    tempF: { min: number; max: number } | null
  }
  billing: 'prepaid' | 'collect' | 'third_party' | null
  charge: { amount: string; currency: string } | null
  weightLb: number | null
  pieces: number | null
  miles: number | null
  hazmat: boolean
  /** The name of what is hauled, where it is stated as such: hazardous freight goes by its shipping name. */
  commodity: string | null
  references: TenderReference[]
  notes: string[]
  parties: TenderParty[]
  stops: TenderStop[]
  /** What the customer's system said and has no place above, as it was said. */
  alsoSaid: string[]
}

/**
 * Where a notice stands. `open` waits for an answer; `overtaken` was followed by a later one before it was answered, or came after
 * it; `noted` wanted no answer.
 */
export const noticeStates = ['open', 'accepted', 'declined', 'lapsed', 'withdrawn', 'overtaken', 'noted'] as const
export type NoticeState = (typeof noticeStates)[number]

/** Where a tender stands, over all its notices. */
export const tenderStates = ['offered', 'accepted', 'declined', 'lapsed', 'withdrawn', 'cancelled'] as const
export type TenderState = (typeof tenderStates)[number]
