import { eq, inArray } from 'drizzle-orm'
import type { LoadTerms } from '#core/load/load'
import type { Db } from '#server/db.server'
import { customer, facility, load } from '#server/schema'
import { readTerms } from './terms'

const customerChoice = ({ id, name, city, region, billingMail, currency }: typeof customer.$inferSelect) => ({
  id,
  name,
  city,
  region,
  hasPayer: Boolean(billingMail),
  currency,
})

/** A load as its form begins: the terms with what the names in them stand for. */
export function readLoadForm(db: Db, loadId: number) {
  const terms: LoadTerms | null = readTerms(db, loadId)
  const row = db
    .select({ number: load.number, state: load.state, version: load.version })
    .from(load)
    .where(eq(load.id, loadId))
    .get()
  if (!terms || !row) return null
  const customers = db
    .select()
    .from(customer)
    .where(inArray(customer.id, [terms.customerId, terms.payerId ?? terms.customerId]))
    .all()
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
  return {
    ...row,
    terms,
    customer: customerChoice(customers.find(({ id }) => id === terms.customerId)!),
    payer: terms.payerId === null ? null : customerChoice(customers.find(({ id }) => id === terms.payerId)!),
    facilities: terms.stops.map((stop) => facilities.find((each) => each.id === stop.facilityId)!),
  }
}

export type LoadFormStart = NonNullable<ReturnType<typeof readLoadForm>>
