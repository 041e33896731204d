import { and, eq, inArray, isNull, ne } from 'drizzle-orm'
import { z } from 'zod'
import { type Refusal, refusalWords } from '#core/decision/refusal'
import { notBilled } from '#core/load/states'
import { decideJoin, type JoinCommand, type JoinEvent, type JoinFacts, joinRefusals } from '#core/partner/decide-join'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Context, type Outcome, outcome, run, type Subject } from '#server/kernel/run'
import { noSuchLoad } from '#server/load/commands'
import { findPartner } from '#server/partner/partners'
import { load, loadPartner, tender } from '#server/schema'

export const joinSchema = z.object({
  partnerId: z.number('Choose the partner').int().positive(),
  shipmentId: z.string().trim().min(2, 'Give their number of the shipment').max(30, 'At most 30 characters'),
})

const subject: Subject<'load', JoinFacts, JoinCommand, JoinEvent> = {
  aggregate: 'load',
  read: readFacts,
  decide: decideJoin,
  apply: write,
  words: (refusal) => refusalWords(joinRefusals, refusal as Refusal<keyof typeof joinRefusals>),
  missing: noSuchLoad.refusal,
}

/** Joins a load that came another way to a partner and its number: its statuses and invoice go there from now on. */
export const joinPartner = (db: Db, loadId: number, asked: z.infer<typeof joinSchema>, act: Act): Outcome =>
  outcome(run(db, subject, loadId, { kind: 'join_partner', ...asked }, act))

function readFacts(db: Db, loadId: number, _: Act, command: JoinCommand | null): JoinFacts | null {
  const row = db
    .select({ isPractice: load.practice, customerId: load.customerId })
    .from(load)
    .where(eq(load.id, loadId))
    .get()
  if (!row || !command) return null
  const partner = findPartner(db, command.partnerId)
  const taken = db
    .select({ loadId: loadPartner.loadId })
    .from(loadPartner)
    .innerJoin(load, eq(load.id, loadPartner.loadId))
    .where(
      and(
        eq(loadPartner.partnerId, command.partnerId),
        eq(loadPartner.shipmentId, command.shipmentId),
        ne(loadPartner.loadId, loadId),
        inArray(load.state, notBilled.states),
      ),
    )
    .get()
  return {
    ...row,
    partner: partner && {
      name: partner.name,
      customerId: partner.customerId,
      isInProduction: partner.usage === 'P',
    },
    isTaken: taken !== undefined,
  }
}

function write(db: Db, loadId: number, _: JoinEvent, { command, by, now }: Context<JoinFacts, JoinCommand>): void {
  const { partnerId, shipmentId } = command
  const joined = { partnerId, shipmentId, joinedBy: by.name, joinedAt: now }
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
}

/** The partner a load reports to, with the number it knows it by; null where it reports to nobody. */
export function partnerOfLoad(db: Db, loadId: number) {
  const joined = db.select().from(loadPartner).where(eq(loadPartner.loadId, loadId)).get()
  const partner = joined ? findPartner(db, joined.partnerId) : null
  return joined && partner ? { partner, shipmentId: joined.shipmentId } : null
}
