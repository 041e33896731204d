import { and, eq, gt, sql } from 'drizzle-orm'
import type { Actor } from '#core/access/actor'
import { kindOfFile } from '#core/document/document'
import { momentWithOffset } from '#core/mail/date-header'
import { ownWords } from '#core/message/own-words'
import { readReply, replyReference } from '#core/message/read-reply'
import { saysYes } from '#core/message/read-yes'
import { isOfferAtOnce, readAuthentication, weighSender } from '#core/offer/proposal'
import { identifyCarrier } from '#server/carrier/find'
import { type Db, inTransaction } from '#server/db.server'
import { attachDocument } from '#server/document/documents'
import { recordEvent } from '#server/event/event'
import { logger } from '#server/log/logger'
import { recordOffer } from '#server/offer/offers'
import { proposeOffer } from '#server/offer/proposals'
import { officeOf } from '#server/office/office'
import { readAside } from '#server/read/read'
import type { MailRead } from '#server/read/read-mail'
import type { WholeMail } from '#server/read/read-mail-facts'
import { carrier, contact, load, message, offer, posting } from '#server/schema'
import { settings } from '#server/settings.server'
import { keepMailFacts } from '#server/truck/from-mail'
import { habitsOf } from '#server/truck/habits'

/** What became of a message: `folded` is one of so many that it only counts. */
export type Reading = 'offer' | 'proposal' | 'left' | 'known' | 'folded'

/** The thread that reads starts with its first mail, and learns the places first: on a busy machine that takes seconds. */
const readTimeout = 15_000
const floodWindowMs = 10 * 60_000
/** Messages of one sender, and of all, about one load within the window; nobody reads more, and they are kept no more. */
const maxOfSender = 8
const maxOfLoad = 60

/**
 * Takes one message from the wire: finds its load by the address it came to, and reads a price out of it. From an address on file it is an
 * offer; from anybody else a proposal that changes nothing until somebody confirms it. What has no price is kept for a person. The
 * same Message-ID twice is one message. Throws a `ReadProblem` where it cannot be read.
 */
export async function receiveMail(db: Db, raw: Buffer | string, recipients: string[], now: number): Promise<Reading> {
  const fallback = momentWithOffset(now, officeOf(db).zone)
  const mail = await readByHabits(
    db,
    await readAside('mail', { raw: Buffer.from(raw), fallback }, readTimeout),
    fallback,
  )
  const taken = inTransaction(db, () => takeIn(db, mail, recipients, now))
  await keepFiles(db, mail, taken, now)
  return taken.reading
}

/** A message with its facts read by what was learnt of its sender, where something was. */
async function readByHabits(db: Db, mail: WholeMail, fallback: string): Promise<WholeMail> {
  const named = identifyCarrier(db, { mcNumber: null, mail: mail.sender })
  const habits = habitsOf(db, { sender: mail.sender, carrierId: named?.id ?? null })
  if (habits.length === 0) return mail
  const { facts: _, ...bare } = mail
  return { ...mail, facts: await readAside('facts', { mail: bare, fallback, habits }, readTimeout) }
}

/** What was sent along stays with its load, for us alone until somebody says to whom it goes. */
async function keepFiles(db: Db, mail: MailRead, { reading, loadId, named }: Taken, now: number): Promise<void> {
  if (loadId === null || reading === 'known' || reading === 'folded') return
  const act = { now, by: senderOf(mail, named) }
  for (const { name, content } of mail.files) {
    const said = { kind: kindOfFile(name), readers: [] }
    const kept = await attachDocument(db, { loadId }, { name, content: Buffer.from(content) }, said, act)
    if ('refusal' in kept) logger().info({ loadId, name, refusal: kept.refusal.code }, 'a file of a mail was not kept')
  }
}

const senderOf = (mail: MailRead, named: Named): Actor => ({
  kind: 'carrier',
  id: named?.id ?? null,
  name: named?.name ?? mail.sender,
})

interface Taken {
  reading: Reading
  loadId: number | null
  named: Named
}

function takeIn(db: Db, mail: WholeMail, recipients: string[], now: number): Taken {
  const messageId = (mail.messageId ?? `${mail.sender} ${mail.date ?? now} ${mail.subject}`).slice(0, 300)
  if (db.select({ id: message.id }).from(message).where(eq(message.messageId, messageId)).get())
    return { reading: 'known', loadId: null, named: null }
  const reference = recipients.map(replyReference).find((found) => found !== null) ?? null
  const loadId = reference
    ? (db.select({ loadId: posting.loadId }).from(posting).where(eq(posting.reference, reference)).get()?.loadId ??
      null)
    : null
  const read = readReply(mail.text)
  const named = identifyCarrier(db, { mcNumber: read.mcNumber, mail: mail.sender })
  const facts = withCounter(read, acceptedCounter(db, loadId, named, mail.text))
  const isFlood = loadId !== null && isFlooded(db, loadId, mail.sender, now)
  if (isFlood) {
    proposeOffer(db, loadId, { ...proposalOf(db, mail, facts, named), externalKey: `mail:${messageId}` }, now)
    return { reading: 'folded', loadId, named }
  }
  const reading =
    loadId !== null && facts.readings.length > 0 ? takePrice(db, loadId, mail, facts, named, messageId, now) : 'left'
  const { id } = db
    .insert(message)
    .values({
      messageId,
      loadId,
      carrierId: named?.id ?? null,
      sender: mail.sender,
      subject: mail.subject,
      text: mail.text,
      receivedAt: now,
      reading,
    })
    .returning({ id: message.id })
    .get()
  if (loadId === null) takeFacts(db, mail, { id, messageId, named, mcNumber: read.mcNumber }, now)
  if (reading === 'left' && loadId !== null)
    recordEvent(
      db,
      'load',
      loadId,
      { kind: 'message_left', sender: mail.sender, subject: mail.subject },
      { now, by: senderOf(mail, named) },
    )
  return { reading, loadId, named }
}

type Named = { id: number; name: string } | null

/** Keeps what an email of no load says of trucks, and proposes the prices that it names for loads of ours by their numbers. */
function takeFacts(
  db: Db,
  mail: WholeMail,
  { id, messageId, named, mcNumber }: { id: number; messageId: string; named: Named; mcNumber: string | null },
  now: number,
): void {
  const proposed = proposalOf(db, mail, { amountMinor: null, readings: [], mcNumber, acceptsCounter: false }, named)
  keepMailFacts(
    db,
    mail.facts,
    { messageId: id, sender: mail.sender, carrier: named, isProven: proposed.isProven },
    now,
  )
  for (const { reference, amount, basis, currency } of mail.facts.offers) {
    if (!reference || basis !== 'flat' || currency !== 'USD') continue
    const own = db.select({ id: load.id }).from(load).where(eq(load.number, reference.value)).get()
    const readings = [Math.round(Number(amount.value) * 100)]
    if (own)
      proposeOffer(db, own.id, { ...proposed, readings, externalKey: `mail:${messageId}:${reference.value}` }, now)
  }
}
type Facts = ReturnType<typeof readReply> & { acceptsCounter: boolean }

/** Our counter that the sender says yes to, in minor units; null where they have none from us or do not plainly say so. */
function acceptedCounter(db: Db, loadId: number | null, named: Named, text: string): number | null {
  if (loadId === null || named === null || !saysYes(text)) return null
  const theirs = and(eq(offer.loadId, loadId), eq(offer.carrierId, named.id), eq(offer.state, 'open'))
  return db.select({ counterMinor: offer.counterMinor }).from(offer).where(theirs).get()?.counterMinor ?? null
}

/** A yes without a price names our counter; a price of their own says more than a yes. */
const withCounter = (read: ReturnType<typeof readReply>, counterMinor: number | null): Facts =>
  counterMinor === null || read.readings.length > 0
    ? { ...read, acceptsCounter: false }
    : { ...read, amountMinor: counterMinor, readings: [counterMinor], acceptsCounter: true }

function isFlooded(db: Db, loadId: number, sender: string, now: number): boolean {
  const lately = and(eq(message.loadId, loadId), gt(message.receivedAt, now - floodWindowMs))
  const { all, own } = db
    .select({ all: sql<number>`count(*)`, own: sql<number>`coalesce(sum(${message.sender} = ${sender}), 0)` })
    .from(message)
    .where(lately)
    .get()!
  return own >= maxOfSender || all >= maxOfLoad
}

function takePrice(
  db: Db,
  loadId: number,
  mail: MailRead,
  facts: Facts,
  named: Named,
  messageId: string,
  now: number,
): 'offer' | 'proposal' | 'left' {
  const externalKey = `mail:${messageId}`
  const proposed = proposalOf(db, mail, facts, named)
  const hasOpenOffer =
    named !== null &&
    db
      .select({ id: offer.id })
      .from(offer)
      .where(and(eq(offer.loadId, loadId), eq(offer.carrierId, named.id), eq(offer.state, 'open')))
      .get() !== undefined
  if (
    named &&
    facts.amountMinor !== null &&
    isOfferAtOnce({ ...proposed, amountMinor: facts.amountMinor, replacesOpenOffer: hasOpenOffer })
  ) {
    const note = ownWords(mail.text).slice(0, 300)
    const outcome = recordOffer(
      db,
      loadId,
      { carrierId: named.id, payMinor: facts.amountMinor, source: 'mail', goodUntil: null, note, externalKey },
      { now, by: { kind: 'carrier', id: named.id, name: named.name } },
    )
    return 'done' in outcome ? 'offer' : 'left'
  }
  proposeOffer(db, loadId, { ...proposed, externalKey }, now)
  return 'proposal'
}

/** The message as a proposal, with what speaks for and against its sender. */
function proposalOf(db: Db, mail: MailRead, facts: Facts, named: Named) {
  const weighed = named
    ? weighSender({
        carrierName: named.name,
        sender: mail.sender,
        onFile: addressesOf(db, named.id),
        authentication: readAuthentication(mail.authentication, settings().OX_MAIL_SERVER_NAME),
        byNumber: facts.mcNumber !== null,
      })
    : {
        isKnown: false,
        isProven: false,
        signs: [{ speaks: 'against' as const, words: 'neither its address nor an MC number is on file' }],
      }
  const uncertain =
    facts.readings.length > 1 ? [{ speaks: 'against' as const, words: 'the text has more than one amount' }] : []
  const accepts = facts.acceptsCounter ? [{ speaks: 'for' as const, words: 'the text says yes to our counter' }] : []
  return {
    ...weighed,
    signs: [...weighed.signs, ...accepts, ...uncertain],
    carrierId: named?.id ?? null,
    carrierName: named?.name ?? null,
    source: 'mail' as const,
    sender: mail.sender,
    readings: facts.readings,
    text: ownWords(mail.text).slice(0, 600),
  }
}

function addressesOf(db: Db, carrierId: number): string[] {
  const own = db.select({ mail: carrier.mail }).from(carrier).where(eq(carrier.id, carrierId)).get()?.mail
  const contacts = db.select({ mail: contact.mail }).from(contact).where(eq(contact.carrierId, carrierId)).all()
  return [own, ...contacts.map(({ mail }) => mail)].filter((mail): mail is string => Boolean(mail))
}
