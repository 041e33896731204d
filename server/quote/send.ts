import { asc, eq, inArray } from 'drizzle-orm'
import { z } from 'zod'
import { quoteMail } from '#core/quote/mail'
import { quoteNumber } from '#core/quote/quote'
import { dayOf, toLocal } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import { announceQuote } from '#server/live/live'
import type { Act } from '#server/log/act'
import { sendMail } from '#server/message/transport'
import { enqueue, markSent, noteFailure, type OutboxEntry } from '#server/outbox/outbox'
import { customer, quote, quoteLine, quotePaper } from '#server/schema'
import { brokerage } from '#server/settings.server'
import { writeQuoteLog } from './log'
import { documentNow, onPaper, sentPaper } from './paper'
import type { Refused } from './quotes'

export const sendQuoteSchema = z.object({
  to: z.string().trim().email('Give an email address').max(200),
  message: z.string().trim().max(2000, 'At most 2,000 characters').default(''),
})

/** Sends a quote: its document is frozen under the next version, its lines stand as sent, and the mail is put in the outbox. */
export function sendQuote(
  db: Db,
  quoteId: number,
  { to, message }: z.infer<typeof sendQuoteSchema>,
  act: Act,
): { version: number; lines: number; leftBehind: number } | Refused {
  const outcome = inTransaction(db, (): { version: number; lines: number; leftBehind: number } | Refused => {
    const own = db.select().from(quote).where(eq(quote.id, quoteId)).get()
    if (!own) return { refusal: { code: 'no_such_quote', message: 'There is no such quote.' } }
    if (own.validUntil < dayOf(toLocal(act.now, brokerage.zone)))
      return { refusal: { code: 'past_day', message: 'Its last day is past: set another first.' } }
    const lines = db
      .select()
      .from(quoteLine)
      .where(eq(quoteLine.quoteId, quoteId))
      .orderBy(asc(quoteLine.position))
      .all()
    const fit = lines.filter(onPaper)
    if (fit.length === 0) return { refusal: { code: 'nothing_to_send', message: 'No line has a price to send.' } }
    const version = own.version + 1
    const drafts = fit.filter(({ state }) => state === 'draft').map(({ id }) => id)
    for (let at = 0; at < drafts.length; at += 500)
      db.update(quoteLine)
        .set({ state: 'sent' })
        .where(inArray(quoteLine.id, drafts.slice(at, at + 500)))
        .run()
    db.update(quote).set({ version, sentAt: act.now, sentTo: to }).where(eq(quote.id, quoteId)).run()
    db.update(customer).set({ quoteMail: to }).where(eq(customer.id, own.customerId)).run()
    const document = documentNow(db, quoteId, version, act.now)!
    const { id: paperId } = db
      .insert(quotePaper)
      .values({ quoteId, version, document, message, sentTo: to, sentAt: act.now })
      .returning({ id: quotePaper.id })
      .get()
    enqueue(db, { kind: 'quote_mail', stream: quoteNumber(quoteId), loadId: null, payload: { paperId } }, act.now)
    const leftBehind = lines.filter((line) => line.state === 'draft' && !onPaper(line)).length
    writeQuoteLog(db, quoteId, 'sent', { version, to, lines: fit.length, leftBehind }, act)
    return { version, lines: fit.length, leftBehind }
  })
  if ('version' in outcome) announceQuote(quoteId)
  return outcome
}

const payloadSchema = z.object({ paperId: z.number() })
const rule = (now: number) => ({ now, by: { kind: 'rule' as const, name: 'the outbox' } })

/** Mails one version of a quote and writes down what came of it. */
export async function sendQuoteMail(db: Db, entry: OutboxEntry, clock: () => number): Promise<boolean> {
  const { paperId } = payloadSchema.parse(entry.payload)
  const row = db
    .select({
      quoteId: quotePaper.quoteId,
      version: quotePaper.version,
      message: quotePaper.message,
      sentTo: quotePaper.sentTo,
    })
    .from(quotePaper)
    .where(eq(quotePaper.id, paperId))
    .get()
  const paper = await sentPaper(db, paperId)
  if (!row || !paper) throw new Error(`Outbox entry ${entry.key} names quote paper ${paperId}, which is not there`)
  const problem = await sendMail(entry.key, {
    ...quoteMail(paper.document, row.message),
    to: row.sentTo,
    replyTo: paper.document.rep.mail,
    attachment: { filename: `${paper.document.number}.pdf`, content: paper.pdf },
  })
  const now = clock()
  inTransaction(db, () => {
    if (problem === null) {
      markSent(db, entry, now)
      db.update(quotePaper).set({ deliveredAt: now }).where(eq(quotePaper.id, paperId)).run()
      return writeQuoteLog(db, row.quoteId, 'delivered', { version: row.version, to: row.sentTo }, rule(now))
    }
    const after = noteFailure(db, entry, problem, now)
    if (after !== 'given_up') return
    db.update(quotePaper).set({ problem: problem.message }).where(eq(quotePaper.id, paperId)).run()
    writeQuoteLog(
      db,
      row.quoteId,
      'not_delivered',
      { version: row.version, to: row.sentTo, problem: problem.message },
      rule(now),
    )
  })
  announceQuote(row.quoteId)
  return problem === null
}
