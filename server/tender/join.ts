import { and, eq, inArray, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { findPartner } from '#server/partner/partners'
import { load, loadPartner, tender } from '#server/schema'

export const joinSchema = z.object({
  partnerId: z.number('Choose the partner').int().positive(),
  shipmentId: z.string().trim().min(2, 'Give their number of the shipment').max(30, 'At most 30 characters'),
})

type Outcome = { done: true } | { refusal: { code: string; message: string } }

/** Joins a load that came another way to a partner and its number: its statuses and invoice go there from now on. */
export function joinPartner(
  db: Db,
  loadId: number,
  { partnerId, shipmentId }: z.infer<typeof joinSchema>,
  act: Act,
): Outcome {
  const outcome = inTransaction(db, (): Outcome => {
    const row = db
      .select({ practice: load.practice, customerId: load.customerId })
      .from(load)
      .where(eq(load.id, loadId))
      .get()
    const partner = findPartner(db, partnerId)
    if (!row || !partner) return { refusal: { code: 'no_such_load', message: 'There is no such load or partner.' } }
    // A partner's system belongs to its customer: another customer's statuses and invoices would go to a stranger.
    if (partner.customerId !== null && partner.customerId !== row.customerId)
      return {
        refusal: {
          code: 'other_customer',
          message: `${partner.name} is the system of another customer: this load's statuses and invoice may not go there.`,
        },
      }
    if (row.practice && partner.usage === 'P')
      return {
        refusal: {
          code: 'practice_stays_inside',
          message: 'A practice load tells no customer anything: only a partner that is being tested can be joined.',
        },
      }
    const taken = db
      .select({ loadId: loadPartner.loadId })
      .from(loadPartner)
      .innerJoin(load, eq(load.id, loadPartner.loadId))
      .where(
        and(
          eq(loadPartner.partnerId, partnerId),
          eq(loadPartner.shipmentId, shipmentId),
          inArray(load.state, [
            'draft',
            'uncovered',
            'covered',
            'dispatched',
            'in_transit',
            'delivered',
            'paperwork_in',
          ]),
        ),
      )
      .get()
    if (taken && taken.loadId !== loadId)
      return {
        refusal: {
          code: 'number_taken',
          message: `${partner.name} knows another load of ours as ${shipmentId} already.`,
        },
      }
    const joined = { partnerId, shipmentId, joinedBy: act.by.name, joinedAt: act.now }
    db.insert(loadPartner)
      .values({ loadId, ...joined })
      .onConflictDoUpdate({ target: loadPartner.loadId, set: joined })
      .run()
    // A tender of theirs that nobody made a load of is this load.
    db.update(tender)
      .set({ loadId })
      .where(
        and(
          eq(tender.partnerId, partnerId),
          eq(tender.shipmentId, shipmentId),
          eq(tender.state, 'accepted'),
          isNull(tender.loadId),
        ),
      )
      .run()
    recordEvent(db, 'load', loadId, { kind: 'partner_joined', partner: partner.name, shipmentId }, act)
    return { done: true }
  })
  return outcome
}

/** The partner a load reports to, with the number it knows it by; null where it reports to nobody. */
export function partnerOfLoad(db: Db, loadId: number) {
  const joined = db.select().from(loadPartner).where(eq(loadPartner.loadId, loadId)).get()
  const partner = joined ? findPartner(db, joined.partnerId) : null
  return joined && partner ? { partner, shipmentId: joined.shipmentId } : null
}
