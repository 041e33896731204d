import { eq } from 'drizzle-orm'
import { type CustomerCommand, type CustomerFacts, decideCustomer } from '#core/customer/decide'
import type { CustomerEvent } from '#core/customer/events'
import { type CustomerRefusalCode, customerRefusals } from '#core/customer/refusals'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import type { Db } from '#server/db.server'
import { type Appliers, applyBy, commandOf, type Subject } from '#server/kernel/run'
import { customer } from '#server/schema'

type PricingColumns = Pick<
  typeof customer.$inferInsert,
  'marginPercentE2' | 'marginFloorMinor' | 'marginCapMinor' | 'fuelTableId' | 'showMiles'
>
/** A command with the columns that pricing writes. */
export type ServerCommand =
  | Exclude<CustomerCommand, { kind: 'set_pricing' }>
  | (CustomerCommand & { kind: 'set_pricing' } & { columns: PricingColumns })

const update = (db: Db, id: number, set: Partial<typeof customer.$inferInsert>): void => {
  db.update(customer).set(set).where(eq(customer.id, id)).run()
}

const appliers: Appliers<CustomerEvent, CustomerFacts, ServerCommand, void> = {
  payer_set: (db, id, { billingMail }) => update(db, id, { billingMail, prospect: false }),
  pricing_set: (db, id, _, context) => update(db, id, commandOf(context, 'set_pricing').columns),
  hold_set: (db, id, { reason }) => update(db, id, { hold: reason }),
  hold_lifted: (db, id) => update(db, id, { hold: null }),
}

/** Decisions about a customer. */
export const customerSubject: Subject<'customer', CustomerFacts, ServerCommand, CustomerEvent> = {
  aggregate: 'customer',
  read: (db, id) =>
    db
      .select({ name: customer.name, billingMail: customer.billingMail, hold: customer.hold })
      .from(customer)
      .where(eq(customer.id, id))
      .get() ?? null,
  decide: decideCustomer,
  apply: applyBy(appliers, undefined),
  words: customerRefusalWords,
  missing: refused(customerRefusals, 'no_such_customer').refusal,
}

/** A refusal about a customer or its rules as people read it. */
export function customerRefusalWords(refusal: Refusal): string {
  return refusalWords(customerRefusals, refusal as Refusal<CustomerRefusalCode>)
}
