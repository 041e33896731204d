import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { loadCancelledMail, loadReleasedMail, offerAnswerMail } from '#core/carrier/mail'
import type { MailText } from '#core/confirmation/mail'
import type { Db } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import type { Attempt } from '#server/outbox/deliver'
import type { OutboxEntry } from '#server/outbox/outbox'
import { sendMail } from '#server/outbox/send-mail'
import { carrier, load, offer } from '#server/schema'

/** What a carrier is informed of about a load by email. */
export const tellSchema = z.union([
  z.object({ released: z.object({ loadId: z.number(), carrierId: z.number() }) }),
  z.object({
    told: z.object({ offerId: z.number(), what: z.enum(['countered', 'declined']), amountMinor: z.number() }),
  }),
])

export const cancelledSchema = z.object({
  cancelled: z.object({ loadId: z.number(), carrierId: z.number(), payMinor: z.number().nullable() }),
})

/** Tells a carrier by email that a load it had is cancelled, and whether it is paid for the truck. */
export async function sendCancelledMail(
  db: Db,
  entry: OutboxEntry,
  { loadId, carrierId, payMinor }: z.infer<typeof cancelledSchema>['cancelled'],
): Promise<Attempt> {
  const whole = findOfferAnswer(db, entry, loadId, carrierId)
  return sendOfferAnswer(db, entry, whole, loadCancelledMail({ ...whole, payMinor, brokerage: officeOf(db) }))
}

/** Tells a carrier by email what became of its offer, or that a load is no longer its own. */
export async function sendTellMail(db: Db, entry: OutboxEntry, payload: z.infer<typeof tellSchema>): Promise<Attempt> {
  if ('released' in payload) {
    const whole = findOfferAnswer(db, entry, payload.released.loadId, payload.released.carrierId)
    return sendOfferAnswer(db, entry, whole, loadReleasedMail({ ...whole, brokerage: officeOf(db) }))
  }
  const { offerId, what, amountMinor } = payload.told
  const row = db
    .select({ loadId: offer.loadId, carrierId: offer.carrierId })
    .from(offer)
    .where(eq(offer.id, offerId))
    .get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names offer ${offerId}, which is not there`)
  const whole = findOfferAnswer(db, entry, row.loadId, row.carrierId)
  return sendOfferAnswer(db, entry, whole, offerAnswerMail({ ...whole, what, amountMinor, brokerage: officeOf(db) }))
}

interface OfferAnswer {
  loadId: number
  loadNumber: string
  lane: string
  carrierName: string
  mail: string
}

function findOfferAnswer(db: Db, entry: OutboxEntry, loadId: number, carrierId: number): OfferAnswer {
  const row = db
    .select({
      number: load.number,
      origin: load.originCity,
      dest: load.destCity,
      name: carrier.name,
      mail: carrier.mail,
    })
    .from(load)
    .innerJoin(carrier, eq(carrier.id, carrierId))
    .where(eq(load.id, loadId))
    .get()
  if (!row)
    throw new Error(`Outbox entry ${entry.key} names load ${loadId} or carrier ${carrierId}, which is not there`)
  return { loadId, loadNumber: row.number, lane: `${row.origin} to ${row.dest}`, carrierName: row.name, mail: row.mail }
}

async function sendOfferAnswer(
  db: Db,
  entry: OutboxEntry,
  { loadId, mail }: OfferAnswer,
  text: MailText,
): Promise<Attempt> {
  const problem = await sendMail(db, entry.key, { ...text, to: mail, replyTo: officeOf(db).mail })
  return {
    problem,
    failed: (after, act) => {
      if (after === 'given_up')
        recordEvent(db, 'load', loadId, { kind: 'mail_failed', version: 0, to: mail, problem: problem!.message }, act)
    },
  }
}
