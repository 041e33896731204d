import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { mailListSchema } from '#core/customer/contact'
import { quoteMail } from '#core/quote/mail'
import type { Db } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { type Refused, run } from '#server/kernel/run'
import type { Sender } from '#server/outbox/deliver'
import { sendMail } from '#server/outbox/send-mail'
import { quoteVersion } from '#server/schema'
import { sentFile } from './file'
import { quoteSubject } from './subject'

export const sendQuoteSchema = z.object({
  to: mailListSchema,
  message: z.string().trim().max(2000, 'At most 2,000 characters').default(''),
})

/** Sends a quote: its document is frozen under the next version, its lines stand as sent, and the mail is put in the outbox. */
export function sendQuote(
  db: Db,
  quoteId: number,
  { to, message }: z.infer<typeof sendQuoteSchema>,
  act: Act,
): { version: number; lines: number; leftBehind: number } | Refused {
  const ran = run(db, quoteSubject, quoteId, { kind: 'send', to, message }, act)
  if ('refusal' in ran) return ran
  const sent = ran.events.find((event) => event.kind === 'sent')!
  return { version: sent.version, lines: sent.lines, leftBehind: sent.leftBehind }
}

const payloadSchema = z.object({ versionId: z.number() })

/** Emails one version of a quote. */
export const sendQuoteMail: Sender = async (db, entry) => {
  const { versionId } = payloadSchema.parse(entry.payload)
  const row = db
    .select({
      quoteId: quoteVersion.quoteId,
      version: quoteVersion.version,
      message: quoteVersion.message,
      sentTo: quoteVersion.sentTo,
    })
    .from(quoteVersion)
    .where(eq(quoteVersion.id, versionId))
    .get()
  const sent = await sentFile(db, versionId)
  if (!row || !sent) throw new Error(`Outbox entry ${entry.key} names quote version ${versionId}, which is not there`)
  const { quoteId, version, sentTo: to } = row
  const problem = await sendMail(db, entry.key, {
    ...quoteMail(sent.document, row.message),
    to,
    replyTo: sent.document.rep.mail,
    attachments: [{ filename: `${sent.document.number}.pdf`, content: sent.pdf }],
  })
  return {
    problem,
    sent: (act) => {
      db.update(quoteVersion).set({ deliveredAt: act.now }).where(eq(quoteVersion.id, versionId)).run()
      recordEvent(db, 'quote', quoteId, { kind: 'delivered', version, to }, act)
    },
    failed: (after, act) => {
      if (after !== 'given_up') return
      db.update(quoteVersion).set({ problem: problem!.message }).where(eq(quoteVersion.id, versionId)).run()
      recordEvent(db, 'quote', quoteId, { kind: 'not_delivered', version, to, problem: problem!.message }, act)
    },
  }
}
