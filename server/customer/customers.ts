import { and, asc, eq, like, sql } from 'drizzle-orm'
import { z } from 'zod'
import { decideNewCustomer } from '#core/customer/decide'
import type { CustomerEvent } from '#core/customer/events'
import { termsOf } from '#core/find/words'
import { currencies } from '#core/money/money'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Creation, create, type Outcome, outcome, type Refused, run } from '#server/kernel/run'
import { customer } from '#server/schema'
import { customerRefusalWords, customerSubject } from './subject'

export const newCustomerSchema = z.object({
  name: z.string().trim().min(2, 'Name the customer').max(120),
  city: z.string().trim().max(80).default(''),
  region: z.string().trim().max(2).default(''),
  billingMail: z.string().trim().email('Give the email address that bills go to').max(200),
  phone: z.string().trim().max(40).default(''),
  currency: z.enum(currencies).default('USD'),
})
export type NewCustomer = z.infer<typeof newCustomerSchema>

const shown = {
  id: customer.id,
  name: customer.name,
  city: customer.city,
  region: customer.region,
  currency: customer.currency,
  hasPayer: sql<number>`billing_mail is not null`,
}

/** Customers by the beginning of any words of their name, in any order, the latest loaded first. */
export function findCustomers(db: Db, typed: string) {
  const terms = termsOf(typed)
  return db
    .select(shown)
    .from(customer)
    .where(and(...terms.map((term) => like(sql`' ' || ${customer.search}`, `% ${term}%`))))
    .orderBy(
      sql`(select max(created_at) from load where load.customer_id = ${sql.raw('customer.id')}) desc`,
      asc(customer.name),
    )
    .limit(8)
    .all()
    .map((row) => ({ ...row, hasPayer: Boolean(row.hasPayer) }))
}

const creation: Creation<'customer', { isNameTaken: boolean }, NewRow, CustomerEvent> = {
  aggregate: 'customer',
  read: (db, { name }) => ({
    isNameTaken:
      db.select({ id: customer.id }).from(customer).where(eq(customer.search, name.toLowerCase())).get() !== undefined,
  }),
  decide: decideNewCustomer,
  insert: (db, { isProspect, ...row }) =>
    db
      .insert(customer)
      .values({ ...row, search: row.name.toLowerCase(), prospect: isProspect })
      .returning({ id: customer.id })
      .get().id,
  words: customerRefusalWords,
}
type NewRow = { name: string; isProspect: boolean } & Partial<typeof customer.$inferInsert>

/** Adds a customer on the spot; a name that exists already is refused. */
export function createCustomer(db: Db, fresh: NewCustomer, act: Act) {
  const made = create(db, creation, { ...fresh, isProspect: false }, act)
  if ('refusal' in made) return made
  const { name, city, region, currency } = fresh
  return { customer: { id: made.id, name, city, region, currency, hasPayer: true } }
}

export const newProspectSchema = z.object({
  name: z.string().trim().min(2, 'Name the prospect').max(120),
  quoteMail: z.union([z.literal(''), z.string().trim().email('Give an email address').max(200)]).default(''),
  currency: z.enum(currencies).default('USD'),
})

/** Adds somebody who asks for prices and has never shipped: no bills go to them yet. */
export const createProspect = (
  db: Db,
  { name, quoteMail, currency }: z.input<typeof newProspectSchema>,
  act: Act,
): { id: number } | Refused =>
  create(db, creation, { name, isProspect: true, quoteMail: quoteMail || null, ...(currency ? { currency } : {}) }, act)

export const payerSchema = z.object({
  customerId: z.number().int().positive(),
  billingMail: z.string().trim().email('Give the email address that bills go to').max(200),
})

/** Sets where a customer's bills go who had nobody to bill; one that has is refused. */
export const setPayer = (db: Db, { customerId, billingMail }: z.infer<typeof payerSchema>, act: Act): Outcome =>
  outcome(run(db, customerSubject, customerId, { kind: 'set_payer', billingMail }, act))
