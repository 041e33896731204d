import { and, desc, eq, gt, isNull } from 'drizzle-orm'
import nodemailer from 'nodemailer'
import { z } from 'zod'
import { confirmationMail } from '#core/confirmation/mail'
import { confirmationPaper } from '#server/confirmation/paper'
import { createLink, linkToken } from '#server/access/link'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import { writeLog } from '#server/log/act'
import { markFailed, markSent, mostAttempts, type OutboxEntry } from '#server/outbox/outbox'
import { confirmation, link } from '#server/schema'
import { brokerage, settings } from '#server/settings.server'

const payloadSchema = z.object({ confirmationId: z.number(), version: z.number(), to: z.string() })
const rule = (now: number) => ({ now, by: { kind: 'rule' as const, name: 'the outbox' } })

/**
 * Mails one confirmation. The entry's key goes along as Message-ID and as a header of its own: if
 * we die after the server took the mail and before we noted it, the second try carries the same
 * key and the receiver knows it.
 */
export async function sendConfirmationMail(db: Db, entry: OutboxEntry, clock: () => number): Promise<boolean> {
  const { confirmationId, version, to } = payloadSchema.parse(entry.payload)
  const problem = await tryMail(db, entry, confirmationId, to, clock())
  const now = clock()
  inTransaction(db, () => {
    if (problem === null) {
      markSent(db, entry)
      db.update(confirmation).set({ deliveredAt: now }).where(eq(confirmation.id, confirmationId)).run()
      writeLog(db, entry.loadId, 'mail_delivered', { kind: 'mail_delivered', version, to, attempts: entry.attempts + 1 }, rule(now))
      return
    }
    const giveUp = problem.final || entry.attempts + 1 >= mostAttempts
    markFailed(db, entry, problem.message, giveUp, now, settings().OX_OUTBOX_DELAY_MS)
    if (giveUp) writeLog(db, entry.loadId, 'mail_failed', { kind: 'mail_failed', version, to, problem: problem.message }, rule(now))
  })
  announce()
  return problem === null
}

async function tryMail(db: Db, entry: OutboxEntry, confirmationId: number, to: string, now: number): Promise<{ message: string; final: boolean } | null> {
  const row = db.select().from(confirmation).where(eq(confirmation.id, confirmationId)).get()
  const paper = await confirmationPaper(db, confirmationId)
  if (!row || !paper) throw new Error(`Outbox entry ${entry.key} names confirmation ${confirmationId}, which is not there`)
  const mail = confirmationMail(row.terms, row.version, confirmationUrl(db, confirmationId, now))
  const transport = nodemailer.createTransport({ host: settings().OX_SMTP_HOST, port: settings().OX_SMTP_PORT, secure: false, ignoreTLS: true, connectionTimeout: 5000, greetingTimeout: 5000, socketTimeout: 10_000 })
  try {
    await transport.sendMail({
      from: { name: brokerage.name, address: brokerage.mail },
      replyTo: row.terms.rep.mail,
      to,
      subject: mail.subject,
      text: mail.text,
      html: mail.html,
      messageId: `<${entry.key}@${brokerage.mailDomain}>`,
      headers: { 'X-Idempotency-Key': entry.key },
      attachments: [{ filename: `${paper.number}.pdf`, content: paper.pdf, contentType: 'application/pdf' }],
    })
    return null
  } catch (thrown) {
    const code = (thrown as { responseCode?: number }).responseCode ?? 0
    return { message: thrown instanceof Error ? thrown.message : 'unknown', final: code >= 500 && code < 600 }
  } finally {
    transport.close()
  }
}

/** The signed address at which the carrier reads and accepts; the standing link is used again while it is good. */
export function confirmationUrl(db: Db, confirmationId: number, now: number): string {
  const standing = db
    .select({ id: link.id })
    .from(link)
    .where(and(eq(link.confirmationId, confirmationId), isNull(link.revokedAt), gt(link.expiresAt, now + 24 * 3_600_000)))
    .orderBy(desc(link.id))
    .limit(1)
    .get()
  const secret = settings().OX_SECRET
  return `${settings().OX_ORIGIN}/c/${standing ? linkToken(standing.id, secret) : createLink(db, confirmationId, secret, now)}`
}
