import { and, count, eq, ne } from 'drizzle-orm'
import { z } from 'zod'
import { person } from '#core/access/actor'
import { contactSchema } from '#core/customer/contact'
import { customerFactsSchema } from '#core/customer/facts'
import { requirePermission, type Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import { type Outcome, outcome, run } from '#server/kernel/run'
import { customer, load } from '#server/schema'
import { customerSubject, type ServerCommand } from './subject'

const id = z.number().int().positive()

/** Everything that somebody of the desk does to a customer from its page, as it comes over the wire. */
export const customerActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('change_facts'), from: customerFactsSchema, to: customerFactsSchema }),
  z.object({ intent: z.literal('add_contact'), contact: contactSchema }),
  z.object({ intent: z.literal('change_contact'), contactId: id, contact: contactSchema }),
  z.object({ intent: z.literal('remove_contact'), contactId: id }),
  z.object({ intent: z.literal('merge'), otherId: id }),
])
export type CustomerAct = z.infer<typeof customerActSchema>

/** Carries out one act on a customer for a viewer who may. */
export function actOnCustomer(db: Db, customerId: number, act: CustomerAct, viewer: Viewer, now: number): Outcome {
  requirePermission(viewer, act.intent === 'merge' ? 'set_pricing' : 'edit_loads')
  return outcome(
    run(db, customerSubject, customerId, () => commandOf(db, customerId, act), { now, by: person(viewer) }),
  )
}

function commandOf(db: Db, customerId: number, act: CustomerAct): ServerCommand {
  switch (act.intent) {
    case 'change_facts':
      return { kind: 'change_facts', from: act.from, to: act.to, isNameTaken: isNameTaken(db, customerId, act.to.name) }
    case 'add_contact':
      return { kind: 'add_contact', contact: act.contact }
    case 'change_contact':
      return { kind: 'change_contact', contactId: act.contactId, contact: act.contact }
    case 'remove_contact':
      return { kind: 'remove_contact', contactId: act.contactId }
    case 'merge':
      return {
        kind: 'merge',
        otherId: act.otherId,
        other: otherOf(db, act.otherId),
        isSame: act.otherId === customerId,
      }
  }
}

const isNameTaken = (db: Db, customerId: number, name: string): boolean =>
  db
    .select({ id: customer.id })
    .from(customer)
    .where(and(eq(customer.search, name.toLowerCase()), ne(customer.id, customerId)))
    .all().length > 0

function otherOf(db: Db, otherId: number): { name: string; loads: number } | null {
  const [row] = db.select({ name: customer.name }).from(customer).where(eq(customer.id, otherId)).all()
  const [counted] = db.select({ loads: count() }).from(load).where(eq(load.customerId, otherId)).all()
  return row ? { name: row.name, loads: counted?.loads ?? 0 } : null
}
