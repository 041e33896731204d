import { eq } from 'drizzle-orm'
import PostalMime from 'postal-mime'
import { ownWords, readReply, replyReference } from '#core/message/read-reply'
import { identifyCarrier } from '#server/carrier/find'
import type { Db } from '#server/db.server'
import { announce } from '#server/live/live'
import { writeLog } from '#server/log/act'
import { recordOffer } from '#server/offer/offers'
import { load, message, posting } from '#server/schema'

const longestText = 20_000

/**
 * Takes one mail from the wire: finds its load by the address it came to, and reads an offer out
 * of it where price and carrier are certain. Anything else is kept for a person. The same
 * Message-ID twice is one mail.
 */
export async function receiveMail(db: Db, raw: Buffer | string, recipients: string[], now: number): Promise<'offer' | 'left' | 'known'> {
  const mail = await PostalMime.parse(raw)
  const messageId = (mail.messageId ?? `${mail.from?.address ?? 'unknown'} ${mail.date ?? now} ${mail.subject ?? ''}`).slice(0, 300)
  if (db.select({ id: message.id }).from(message).where(eq(message.messageId, messageId)).get()) return 'known'
  const text = (mail.text ?? '').slice(0, longestText)
  const sender = (mail.from?.address ?? 'unknown').slice(0, 200)
  const facts = readReply(text)
  const reference = recipients.map(replyReference).find((found) => found !== null) ?? null
  const loadId = reference ? (db.select({ loadId: posting.loadId }).from(posting).where(eq(posting.reference, reference)).get()?.loadId ?? null) : null
  const carrier = identifyCarrier(db, { mcNumber: facts.mcNumber, mail: sender })
  const recorded = loadId !== null && carrier && facts.amountMinor !== null
    ? recordOffer(db, loadId, { carrierId: carrier.id, payMinor: facts.amountMinor, source: 'mail', goodUntil: null, note: ownWords(text).slice(0, 300), externalKey: `mail:${messageId}` }, { now, by: { kind: 'carrier', name: carrier.name } })
    : null
  const reading = recorded && 'done' in recorded ? 'offer' : 'left'
  const subject = (mail.subject ?? '').slice(0, 300)
  const kept = db.insert(message).values({ messageId, loadId, carrierId: carrier?.id ?? null, sender, subject, text, receivedAt: now, reading }).onConflictDoNothing().run()
  if (reading === 'left' && loadId !== null && kept.changes > 0 && db.select({ id: load.id }).from(load).where(eq(load.id, loadId)).get()) {
    writeLog(db, loadId, 'message_left', { kind: 'message_left', sender, subject }, { now, by: { kind: 'carrier', name: carrier?.name ?? sender } })
    announce()
  }
  return reading
}
