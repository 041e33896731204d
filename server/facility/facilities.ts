import { z } from 'zod'
import { placeSchema } from '#core/place/place'
import type { Db } from '#server/db.server'
import { facility } from '#server/schema'

export const newFacilitySchema = placeSchema.omit({ postal: true }).extend({
  name: z.string().trim().min(1, 'Name the facility').max(120),
  address: z.string().trim().min(1, 'Give the street').max(160),
  postal: z.string().trim().max(10),
  booking: z.enum(['appointment', 'first_come']).default('first_come'),
})
export type NewFacility = z.infer<typeof newFacilitySchema>

/** Makes a facility on the spot. */
export function createFacility(db: Db, fresh: NewFacility) {
  return db
    .insert(facility)
    .values({ ...fresh, search: facilitySearch(fresh) })
    .returning()
    .get()
}

/** What a facility is found by. */
export const facilitySearch = (of: { name: string; city: string; region: string; address: string }): string =>
  `${of.name} ${of.city} ${of.region} ${of.address}`.toLowerCase()
