import { eq, inArray } from 'drizzle-orm'
import type { LoadTerms } from '#core/load/load'
import type { Db } from '#server/db.server'
import { customer, facility, load } from '#server/schema'
import { readTerms } from './terms'

/** A load as its form begins: the terms with what the names in them stand for. */
export function readLoadForm(db: Db, loadId: number) {
  const terms: LoadTerms | null = readTerms(db, loadId)
  const row = db
    .select({ number: load.number, state: load.state, version: load.version })
    .from(load)
    .where(eq(load.id, loadId))
    .get()
  if (!terms || !row) return null
  const customers = db.select().from(customer).where(eq(customer.id, terms.customerId)).all()
  const facilities = db
    .select()
    .from(facility)
    .where(
      inArray(
        facility.id,
        terms.stops.map((stop) => stop.facilityId),
      ),
    )
    .all()
  const own = customers[0]!
  return {
    ...row,
    terms,
    customer: {
      id: own.id,
      name: own.name,
      city: own.city,
      region: own.region,
      hasPayer: Boolean(own.billingMail),
      currency: own.currency,
    },
    facilities: terms.stops.map((stop) => facilities.find((each) => each.id === stop.facilityId)!),
  }
}

export type LoadFormStart = NonNullable<ReturnType<typeof readLoadForm>>
