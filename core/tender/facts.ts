import type { Equipment } from '../load/load'
import type { RateBand } from '../rates/rates'

/** Where a tendered stop lies, as far as its city and postal code tell. */
export interface TenderPoint {
  city: string
  region: string
  postal: string
  lat: number
  lon: number
  zone: string
}

/** What a tender comes to, computed when it arrived: the answer's grounds, also months later. */
export interface TenderFacts {
  origin: TenderPoint | null
  dest: TenderPoint | null
  equipment: Equipment | null
  stops: number
  miles: number | null
  /** At the wheel. */
  hours: number | null
  pickupAt: number | null
  pickupBy: number | null
  deliverBy: number | null
  /** Milliseconds that the worst stop is late by the law; null where it is unknown. */
  lateMs: number | null
  /** Whether two drivers would make it. */
  teamMends: boolean
  chargeMinor: number | null
  currency: string | null
  weightLb: number | null
  /** What a carrier was likely to be paid, then. */
  band: RateBand | null
  /** Places that are not found, in words. */
  unplaced: string[]
}

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
