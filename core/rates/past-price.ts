import type { Point } from '../place/straight'

/** Where a price comes from: what we paid, an offer we turned down, a quote to a customer, the market's average. */
export const priceSources = ['buy', 'lost_offer', 'quote', 'market'] as const
export type PriceSource = (typeof priceSources)[number]

/** What a rate is asked for, or was paid for. */
export interface RateSubject {
  originPostal: string
  destPostal: string
  equipment: string
  /** Truck miles; null or 0 where nobody knows. */
  miles: number | null
  weightLb: number | null
  /** Start of the pickup day or the pickup itself, UTC milliseconds. */
  pickupAt: number
  leadHours: number | null
}

/** One past price, all in. */
export interface PastPrice extends RateSubject {
  id: string
  bookedAt: number
  buyMinor: number
  source: PriceSource
  /** How many loads an average stands for; 1 for a single load. */
  count: number
  /** A person has looked at it and says that it is right. */
  confirmed?: boolean
}

/** A rate asked for, as things stood at `asOf`: nothing booked at or after it is seen. */
export interface RateQuestion extends RateSubject {
  asOf: number
}

/** Where a postal code or three-character prefix is; null where it is unknown. */
export type Locate = (prefix: string) => Point | null

/** Postal codes are looked at by their first three characters: a sectional centre or a forward sortation area. */
export const prefixOf = (postal: string): string => postal.trim().slice(0, 3).toUpperCase()
