import { z } from 'zod'

/** A point of the gazetteer: a city with a representative postal code, and its IANA time zone. */
export interface Place {
  city: string
  region: string
  country: 'US' | 'CA' | 'MX'
  /** Empty where we know none (Mexico). */
  postal: string
  lat: number
  lon: number
  zone: string
}

/** Whether the runtime knows this IANA zone: a stop's clock is computed in it. */
function isZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en-US', { timeZone: zone }).resolvedOptions().timeZone !== ''
  } catch {
    return false
  }
}

export const placeSchema = z.object({
  city: z.string().min(1).max(80),
  region: z.string().min(2).max(3),
  country: z.enum(['US', 'CA', 'MX']),
  postal: z.string().max(10),
  lat: z.number().min(-90).max(90),
  lon: z.number().min(-180).max(180),
  zone: z.string().max(60).refine(isZone, 'No such time zone'),
})

/** The three-digit postal prefix, the trade's usual size of a pickup or delivery area. */
export const postalArea = (postal: string): string => postal.slice(0, 3)

/**
 * A one-degree square of the map as one whole number, so that "around here" is a few index
 * look-ups: (lat + 90) * 360 + (lon + 180), both rounded down.
 */
export function cellOf(point: { lat: number; lon: number }): number {
  return Math.floor(point.lat + 90) * 360 + Math.floor(point.lon + 180)
}

/** The square itself and those around it, `reach` squares in each direction. */
export function cellsAround(point: { lat: number; lon: number }, reach: number): number[] {
  const centre = cellOf(point)
  const offsets = Array.from({ length: reach * 2 + 1 }, (_, index) => index - reach)
  return offsets.flatMap((north) => offsets.map((east) => centre + north * 360 + east))
}
