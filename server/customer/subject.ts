import { eq } from 'drizzle-orm'
import { type CustomerCommand, type CustomerFacts, decideCustomer } from '#core/customer/decide'
import type { CustomerEvent } from '#core/customer/events'
import type { CustomerOwnFacts } from '#core/customer/facts'
import { type CustomerRefusalCode, customerRefusals } from '#core/customer/refusals'
import { editOf } from '#core/decision/edit'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import type { Db } from '#server/db.server'
import { type Appliers, applyBy, commandOf, type Subject } from '#server/kernel/run'
import { customer, customerContact } from '#server/schema'
import { mergeCustomer } from './merge'

type PricingColumns = Pick<
  typeof customer.$inferInsert,
  'marginPercentE2' | 'marginFloorMinor' | 'marginCapMinor' | 'fuelTableId' | 'showMiles'
>
/** A command with the columns that pricing writes. */
export type ServerCommand =
  | Exclude<CustomerCommand, { kind: 'set_pricing' | 'merge' }>
  | (CustomerCommand & { kind: 'merge' } & { otherId: number })
  | (CustomerCommand & { kind: 'set_pricing' } & { columns: PricingColumns })

const update = (db: Db, id: number, set: Partial<typeof customer.$inferInsert>): void => {
  db.update(customer).set(set).where(eq(customer.id, id)).run()
}

const appliers: Appliers<CustomerEvent, CustomerFacts, ServerCommand, void> = {
  payer_set: (db, id, { billingMail }) => update(db, id, { billingMail, prospect: false }),
  pricing_set: (db, id, _, context) => update(db, id, commandOf(context, 'set_pricing').columns),
  facts_changed: (db, id, _, context) => {
    const { own } = context.facts
    const { from, to } = commandOf(context, 'change_facts')
    writeFacts(db, id, { ...own, ...editOf(own, from, to).set })
  },
  contact_added: (db, id, _, context) =>
    void db
      .insert(customerContact)
      .values({ customerId: id, ...commandOf(context, 'add_contact').contact })
      .run(),
  contact_changed: (db, _id, _, context) => {
    const { contactId, contact } = commandOf(context, 'change_contact')
    db.update(customerContact).set(contact).where(eq(customerContact.id, contactId)).run()
  },
  contact_removed: (db, _id, _, context) => {
    const { contactId } = commandOf(context, 'remove_contact')
    db.delete(customerContact).where(eq(customerContact.id, contactId)).run()
  },
  customer_merged: (db, id, _, context) => mergeCustomer(db, id, commandOf(context, 'merge').otherId),
  hold_set: (db, id, { reason }) => update(db, id, { hold: reason }),
  hold_lifted: (db, id) => update(db, id, { hold: null }),
}

/** Writes what the desk keeps of a customer; an empty address is none. */
function writeFacts(db: Db, id: number, { billingMail, quoteMail, ...own }: CustomerOwnFacts): void {
  update(db, id, {
    ...own,
    search: own.name.toLowerCase(),
    billingMail: billingMail || null,
    quoteMail: quoteMail || null,
    ...(billingMail ? { prospect: false } : {}),
  })
}

const ownColumns = {
  name: customer.name,
  city: customer.city,
  region: customer.region,
  phone: customer.phone,
  billingMail: customer.billingMail,
  quoteMail: customer.quoteMail,
  currency: customer.currency,
  paysInDays: customer.paysInDays,
  wantedNumbers: customer.wantedNumbers,
  note: customer.note,
}

function readCustomer(db: Db, id: number): CustomerFacts | null {
  const [row] = db.select({ own: ownColumns, hold: customer.hold }).from(customer).where(eq(customer.id, id)).all()
  if (!row) return null
  const { own, hold } = row
  const contacts = db
    .select({ id: customerContact.id, name: customerContact.name })
    .from(customerContact)
    .where(eq(customerContact.customerId, id))
    .all()
  const facts = { ...own, billingMail: own.billingMail ?? '', quoteMail: own.quoteMail ?? '' }
  return { name: own.name, billingMail: own.billingMail, hold, own: facts, contacts }
}

/** Decisions about a customer. */
export const customerSubject: Subject<'customer', CustomerFacts, ServerCommand, CustomerEvent> = {
  aggregate: 'customer',
  read: readCustomer,
  decide: decideCustomer,
  apply: applyBy(appliers, undefined),
  words: customerRefusalWords,
  missing: refused(customerRefusals, 'no_such_customer').refusal,
}

/** A refusal about a customer or its rules as people read it. */
export function customerRefusalWords(refusal: Refusal): string {
  return refusalWords(customerRefusals, refusal as Refusal<CustomerRefusalCode>)
}
