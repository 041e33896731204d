import { z } from 'zod'
import { equipmentKinds } from '../load/load'
import { rateBandSchema } from '../rates/rates'

/** Where a tendered stop is, as far as its city and postal code tell. */
const pointSchema = z.object({
  city: z.string(),
  region: z.string(),
  postal: z.string(),
  lat: z.number(),
  lon: z.number(),
  zone: z.string(),
})
export type TenderPoint = z.output<typeof pointSchema>

/** What a tender comes to, computed when it arrived: the answer's grounds, also months later. */
export const tenderFactsSchema = z.object({
  origin: pointSchema.nullable(),
  dest: pointSchema.nullable(),
  equipment: z.enum(equipmentKinds).nullable(),
  stops: z.number(),
  miles: z.number().nullable(),
  /** Of driving. */
  hours: z.number().nullable(),
  pickupAt: z.number().nullable(),
  pickupBy: z.number().nullable(),
  deliverBy: z.number().nullable(),
  /** Milliseconds that the worst stop is late by the law; null where it is unknown. */
  lateMs: z.number().nullable(),
  /** Whether two drivers would make it. */
  teamMakesIt: z.boolean(),
  chargeMinor: z.number().nullable(),
  currency: z.string().nullable(),
  weightLb: z.number().nullable(),
  /** What a carrier was likely to be paid, then. */
  band: rateBandSchema.nullable(),
  /** Places that are not found, in words. */
  unplaced: z.array(z.string()),
})
export type TenderFacts = z.output<typeof tenderFactsSchema>

/** Whole calendar days are not meant: hours from then to the pickup, in days. */
export const daysAhead = (facts: TenderFacts, at: number): number | null =>
  facts.pickupAt === null ? null : (facts.pickupAt - at) / 86_400_000

/** What would be left of the charge at the band's low, middle and high price; null where either is not known in dollars. */
export function tenderMargins(
  facts: Pick<TenderFacts, 'chargeMinor' | 'currency' | 'band'>,
): { low: Margin; middle: Margin; high: Margin } | null {
  const { chargeMinor, band } = facts
  if (chargeMinor === null || chargeMinor <= 0 || !band || (facts.currency ?? 'USD') !== 'USD') return null
  const at = (buyMinor: number): Margin => ({
    amountMinor: chargeMinor - buyMinor,
    percent: Math.round(((chargeMinor - buyMinor) / chargeMinor) * 1000) / 10,
  })
  return { low: at(band.lowMinor), middle: at(band.middleMinor), high: at(band.highMinor) }
}

export interface Margin {
  amountMinor: number
  percent: number
}
