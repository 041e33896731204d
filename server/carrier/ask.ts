import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { askPapersMail, askSignatureMail } from '#core/carrier/mail'
import { askedKinds } from '#core/carrier/paper'
import { type Db, inTransaction } from '#server/db.server'
import { announceCarriers } from '#server/live/live'
import { sendMail } from '#server/message/transport'
import { enqueue, markSent, noteFailure, type OutboxEntry } from '#server/outbox/outbox'
import { carrier, carrierLink } from '#server/schema'
import { brokerage, settings } from '#server/settings.server'
import { carrierLinkToken, createCarrierLink } from './link'
import { type CarrierAct, writeCarrierLog } from './log'
import { cancelledSchema, sendCancelledMail, sendTellMail, tellSchema } from './tell'

const to = z.string().trim().email('Give an email address').max(200)
export const askPapersSchema = z.object({ to, kinds: z.array(z.enum(askedKinds)).min(1, 'Which documents?') })
export const sendAgreementSchema = z.object({ to })

/** Asks a carrier for papers, or for its signature, by a mail with a link of its own. */
export function ask(
  db: Db,
  carrierId: number,
  asked: { purpose: 'papers'; to: string; kinds: (typeof askedKinds)[number][] } | { purpose: 'agreement'; to: string },
  act: CarrierAct,
): { done: true } | { refusal: { code: string; message: string } } {
  return inTransaction(db, () => {
    if (!db.select({ id: carrier.id }).from(carrier).where(eq(carrier.id, carrierId)).get())
      return { refusal: { code: 'no_such_carrier', message: 'There is no such carrier.' } }
    const kinds = asked.purpose === 'papers' ? asked.kinds : (['agreement'] as const)
    const linkId = createCarrierLink(
      db,
      { carrierId, purpose: asked.purpose, kinds: [...kinds], sentTo: asked.to, askedBy: act.by.name },
      act.now,
    )
    enqueue(db, { kind: 'carrier_mail', stream: `carrier-link-${linkId}`, loadId: null, payload: { linkId } }, act.now)
    writeCarrierLog(
      db,
      carrierId,
      asked.purpose === 'papers' ? 'papers_asked' : 'agreement_sent',
      { to: asked.to, kinds },
      act,
    )
    return { done: true as const }
  })
}

const payloadSchema = z.union([cancelledSchema, tellSchema, z.object({ linkId: z.number() })])

/** Mails one carrier's link, or that a load is cancelled, and writes down what came of it. */
export async function sendCarrierMail(db: Db, entry: OutboxEntry, clock: () => number): Promise<boolean> {
  const payload = payloadSchema.parse(entry.payload)
  if ('cancelled' in payload) return sendCancelledMail(db, entry, payload.cancelled, clock)
  return 'linkId' in payload ? sendLinkMail(db, entry, payload.linkId, clock) : sendTellMail(db, entry, payload, clock)
}

async function sendLinkMail(db: Db, entry: OutboxEntry, linkId: number, clock: () => number): Promise<boolean> {
  const row = db
    .select({ link: carrierLink, name: carrier.name })
    .from(carrierLink)
    .innerJoin(carrier, eq(carrier.id, carrierLink.carrierId))
    .where(eq(carrierLink.id, linkId))
    .get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names carrier link ${linkId}, which is not there`)
  const url = `${settings().OX_ORIGIN}/p/${carrierLinkToken(linkId)}`
  const words = { carrierName: row.name, kinds: row.link.kinds, url, askedBy: row.link.askedBy, brokerage }
  const problem = await sendMail(entry.key, {
    ...(row.link.purpose === 'papers' ? askPapersMail(words) : askSignatureMail(words)),
    to: row.link.sentTo,
    replyTo: brokerage.mail,
  })
  const now = clock()
  const rule = { now, by: { kind: 'rule' as const, name: 'the outbox' } }
  inTransaction(db, () => {
    if (problem === null) return markSent(db, entry, now)
    const after = noteFailure(db, entry, problem, now)
    if (after === 'given_up')
      writeCarrierLog(db, row.link.carrierId, 'mail_failed', { to: row.link.sentTo, problem: problem.message }, rule)
  })
  if (problem) announceCarriers()
  return problem === null
}
