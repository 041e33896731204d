import { and, desc, eq, gt, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { confirmationMail } from '#core/confirmation/mail'
import { createLink, linkToken } from '#server/access/link'
import { confirmationPaper } from '#server/confirmation/paper'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import { writeLog } from '#server/log/act'
import { loadOf, markSent, noteFailure, type OutboxEntry, type SendProblem } from '#server/outbox/outbox'
import { confirmation, link } from '#server/schema'
import { settings } from '#server/settings.server'
import { sendMail } from './transport'

const payloadSchema = z.object({ confirmationId: z.number(), version: z.number(), to: z.string() })
const rule = (now: number) => ({ now, by: { kind: 'rule' as const, name: 'the outbox' } })

/** Mails one confirmation and writes down what came of it. */
export async function sendConfirmationMail(db: Db, entry: OutboxEntry, clock: () => number): Promise<boolean> {
  const { confirmationId, version, to } = payloadSchema.parse(entry.payload)
  const problem = await tryMail(db, entry, confirmationId, to, clock())
  const now = clock()
  inTransaction(db, () => {
    if (problem === null) {
      markSent(db, entry, now)
      db.update(confirmation).set({ deliveredAt: now }).where(eq(confirmation.id, confirmationId)).run()
      writeLog(
        db,
        loadOf(entry),
        'mail_delivered',
        { kind: 'mail_delivered', version, to, attempts: entry.attempts + 1 },
        rule(now),
      )
      return
    }
    const after = noteFailure(db, entry, problem, now)
    if (after === 'given_up')
      writeLog(
        db,
        loadOf(entry),
        'mail_failed',
        { kind: 'mail_failed', version, to, problem: problem.message },
        rule(now),
      )
  })
  announce()
  return problem === null
}

async function tryMail(
  db: Db,
  entry: OutboxEntry,
  confirmationId: number,
  to: string,
  now: number,
): Promise<SendProblem | null> {
  const row = db.select().from(confirmation).where(eq(confirmation.id, confirmationId)).get()
  const paper = await confirmationPaper(db, confirmationId)
  if (!row || !paper)
    throw new Error(`Outbox entry ${entry.key} names confirmation ${confirmationId}, which is not there`)
  const mail = confirmationMail(row.terms, row.version, confirmationUrl(db, confirmationId, now))
  return sendMail(entry.key, {
    ...mail,
    to,
    replyTo: row.terms.rep.mail,
    attachment: { filename: `${paper.number}.pdf`, content: paper.pdf },
  })
}

/** The signed address at which the carrier reads and accepts; the standing link is used again while it is good. */
export function confirmationUrl(db: Db, confirmationId: number, now: number): string {
  const standing = db
    .select({ id: link.id })
    .from(link)
    .where(
      and(eq(link.confirmationId, confirmationId), isNull(link.revokedAt), gt(link.expiresAt, now + 24 * 3_600_000)),
    )
    .orderBy(desc(link.id))
    .limit(1)
    .get()
  return `${settings().OX_ORIGIN}/c/${standing ? linkToken(standing.id) : createLink(db, confirmationId, now)}`
}
