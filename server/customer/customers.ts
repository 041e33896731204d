import { asc, eq, like, or, sql } from 'drizzle-orm'
import { z } from 'zod'
import { currencies } from '#core/money/money'
import { type Db, inTransaction } from '#server/db.server'
import { customer } from '#server/schema'

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

/** Customers by the beginning of any word of their name, the latest loaded first. */
export function findCustomers(db: Db, typed: string) {
  const words = typed.trim().toLowerCase().replace(/[%_]/g, '')
  return db
    .select(shown)
    .from(customer)
    .where(words ? or(like(customer.search, `${words}%`), like(customer.search, `% ${words}%`)) : undefined)
    .orderBy(
      sql`(select max(created_at) from load where load.customer_id = ${sql.raw('customer.id')}) desc`,
      asc(customer.name),
    )
    .limit(8)
    .all()
    .map((row) => ({ ...row, hasPayer: Boolean(row.hasPayer) }))
}

/** Makes a customer on the spot; a name that exists already is refused. */
export function createCustomer(db: Db, fresh: NewCustomer) {
  return inTransaction(db, () => {
    const search = fresh.name.toLowerCase()
    if (db.select({ id: customer.id }).from(customer).where(eq(customer.search, search)).get()) {
      return { refusal: { code: 'customer_exists', message: `${fresh.name} is a customer already.` } }
    }
    const row = db
      .insert(customer)
      .values({ ...fresh, search })
      .returning()
      .get()
    return {
      customer: {
        id: row.id,
        name: row.name,
        city: row.city,
        region: row.region,
        currency: row.currency,
        hasPayer: true,
      },
    }
  })
}

export const newProspectSchema = z.object({
  name: z.string().trim().min(2, 'Name the prospect').max(120),
  quoteMail: z.union([z.literal(''), z.string().trim().email('Give an email address').max(200)]).default(''),
  currency: z.enum(currencies).default('USD'),
})

/** Makes somebody who asks for prices and has never shipped: no bills go to them yet. */
export function createProspect(
  db: Db,
  { name, quoteMail, currency }: z.input<typeof newProspectSchema>,
): { id: number } | { refusal: { code: 'customer_exists'; message: string } } {
  return inTransaction(db, () => {
    const search = name.toLowerCase()
    if (db.select({ id: customer.id }).from(customer).where(eq(customer.search, search)).get())
      return { refusal: { code: 'customer_exists' as const, message: `${name} is known already: choose them.` } }
    return db
      .insert(customer)
      .values({ name, search, prospect: true, quoteMail: quoteMail || null, currency })
      .returning({ id: customer.id })
      .get()
  })
}

export const payerSchema = z.object({
  customerId: z.number().int().positive(),
  billingMail: z.string().trim().email('Give the email address that bills go to').max(200),
})

/** Says where a customer's bills go who had nobody to bill; one that has is left as it is. */
export function setPayer(
  db: Db,
  { customerId, billingMail }: z.infer<typeof payerSchema>,
): { done: true } | { refusal: { code: 'no_such_customer' | 'has_payer'; message: string } } {
  return inTransaction(db, () => {
    const row = db
      .select({ name: customer.name, billingMail: customer.billingMail })
      .from(customer)
      .where(eq(customer.id, customerId))
      .get()
    if (!row) return { refusal: { code: 'no_such_customer' as const, message: 'There is no such customer.' } }
    if (row.billingMail)
      return {
        refusal: { code: 'has_payer' as const, message: `${row.name} is billed at ${row.billingMail} already.` },
      }
    db.update(customer).set({ billingMail, prospect: false }).where(eq(customer.id, customerId)).run()
    return { done: true as const }
  })
}
