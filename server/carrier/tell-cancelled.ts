import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { loadCancelledMail } from '#core/carrier/mail'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import { writeLog } from '#server/log/act'
import { sendMail } from '#server/message/transport'
import { markSent, noteFailure, type OutboxEntry } from '#server/outbox/outbox'
import { carrier, load } from '#server/schema'
import { brokerage, settings } from '#server/settings.server'

export const cancelledSchema = z.object({ cancelled: z.object({ loadId: z.number(), carrierId: z.number(), payMinor: z.number().nullable() }) })

/** Tells a carrier by mail that a load it had is cancelled, and whether it is paid for the truck. */
export async function sendCancelledMail(db: Db, entry: OutboxEntry, { loadId, carrierId, payMinor }: z.infer<typeof cancelledSchema>['cancelled'], clock: () => number): Promise<boolean> {
  const row = db.select({ number: load.number, origin: load.originCity, dest: load.destCity, name: carrier.name, mail: carrier.mail }).from(load).innerJoin(carrier, eq(carrier.id, carrierId)).where(eq(load.id, loadId)).get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names load ${loadId} or carrier ${carrierId}, which is not there`)
  const problem = await sendMail(entry.key, { ...loadCancelledMail({ carrierName: row.name, loadNumber: row.number, lane: `${row.origin} to ${row.dest}`, payMinor, brokerage }), to: row.mail, replyTo: brokerage.mail })
  const now = clock()
  inTransaction(db, () => {
    if (problem === null) return markSent(db, entry, now)
    const after = noteFailure(db, entry, problem, now)
    if (after === 'given_up') writeLog(db, loadId, 'mail_failed', { kind: 'mail_failed', version: 0, to: row.mail, problem: problem.message }, { now, by: { kind: 'rule', name: 'the outbox' } })
  })
  announce()
  return problem === null
}
