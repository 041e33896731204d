import { and, eq, inArray } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import {
  answeringRule,
  customer,
  customerContact,
  document,
  load,
  partner,
  partnerCode,
  quote,
  tenderNotice,
} from '#server/schema'

/** Everything that belongs to a customer, by the column that says so. */
const belonging = [load, quote, tenderNotice, customerContact, answeringRule, partner, partnerCode, document] as const

/** Gives everything of another customer to this one and takes the other away. What the desk keeps of this one stays as it is. */
export function mergeCustomer(db: Db, id: number, otherId: number): void {
  const kept = db.select({ storedAs: document.storedAs }).from(document).where(eq(document.customerId, id))
  db.delete(document)
    .where(and(eq(document.customerId, otherId), inArray(document.storedAs, kept)))
    .run()
  db.update(load).set({ payerId: id }).where(eq(load.payerId, otherId)).run()
  for (const table of belonging) db.update(table).set({ customerId: id }).where(eq(table.customerId, otherId)).run()
  db.delete(customer).where(eq(customer.id, otherId)).run()
}
