import { and, eq, ne, sql } from 'drizzle-orm'
import type { CustomerMail } from '#core/customer/contact'
import type { Db } from '#server/db.server'
import { customerContact } from '#server/schema'

/** The email addresses of a customer's contacts who receive something, each once. */
export function recipientsOf(db: Db, customerId: number, what: CustomerMail): string[] {
  const receives = sql`exists (select 1 from json_each(${customerContact.receives}) each where each.value = ${what})`
  const contacts = db
    .select({ mail: customerContact.mail })
    .from(customerContact)
    .where(and(eq(customerContact.customerId, customerId), ne(customerContact.mail, ''), receives))
    .orderBy(customerContact.id)
    .all()
  return [...new Set(contacts.map(({ mail }) => mail.toLowerCase()))]
}
