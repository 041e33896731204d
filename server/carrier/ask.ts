import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { askedKinds } from '#core/carrier/document'
import { askSignatureMail, documentsRequestedMail } from '#core/carrier/mail'
import type { Db } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import type { Attempt, Sender } from '#server/outbox/deliver'
import type { OutboxEntry } from '#server/outbox/outbox'
import { sendMail } from '#server/outbox/send-mail'
import { carrier, carrierLink } from '#server/schema'
import { settings } from '#server/settings.server'
import { requestLinkToken } from './request-link'
import { cancelledSchema, sendCancelledMail, sendTellMail, tellSchema } from './tell'

const to = z.string().trim().email('Give an email address').max(200)
export const requestDocumentsSchema = z.object({ to, kinds: z.array(z.enum(askedKinds)).min(1, 'Which documents?') })
export const sendAgreementSchema = z.object({ to })

const payloadSchema = z.union([cancelledSchema, tellSchema, z.object({ linkId: z.number() })])

/** Emails a carrier: its link, or what became of an offer or a load. */
export const sendCarrierMail: Sender = async (db, entry) => {
  const payload = payloadSchema.parse(entry.payload)
  if ('cancelled' in payload) return sendCancelledMail(db, entry, payload.cancelled)
  return 'linkId' in payload ? sendLinkMail(db, entry, payload.linkId) : sendTellMail(db, entry, payload)
}

async function sendLinkMail(db: Db, entry: OutboxEntry, linkId: number): Promise<Attempt> {
  const row = db
    .select({ link: carrierLink, name: carrier.name })
    .from(carrierLink)
    .innerJoin(carrier, eq(carrier.id, carrierLink.carrierId))
    .where(eq(carrierLink.id, linkId))
    .get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names carrier link ${linkId}, which is not there`)
  const url = `${settings().OX_ORIGIN}/p/${requestLinkToken(linkId)}`
  const words = {
    carrierName: row.name,
    kinds: row.link.kinds,
    url,
    askedBy: row.link.askedBy,
    brokerage: officeOf(db),
  }
  const { sentTo: to, carrierId, purpose } = row.link
  const text = purpose === 'documents' ? documentsRequestedMail(words) : askSignatureMail(words)
  const problem = await sendMail(db, entry.key, { ...text, to, replyTo: officeOf(db).mail })
  return {
    problem,
    failed: (after, act) => {
      if (after === 'given_up')
        recordEvent(db, 'carrier', carrierId, { kind: 'mail_failed', to, problem: problem!.message }, act)
    },
  }
}
