import { and, desc, eq, gt, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { confirmationMail } from '#core/confirmation/mail'
import { ownWordsSchema } from '#core/confirmation/own-words'
import { createLink, linkToken } from '#server/access/signed-link'
import { confirmationFile } from '#server/confirmation/file'
import type { Db } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import type { Sender } from '#server/outbox/deliver'
import { loadOf, type OutboxEntry, type SendProblem } from '#server/outbox/outbox'
import { sendMail } from '#server/outbox/send-mail'
import { confirmation, link } from '#server/schema'
import { settings } from '#server/settings.server'

const payloadSchema = z.object({
  confirmationId: z.number(),
  version: z.number(),
  to: z.string(),
  own: ownWordsSchema.optional(),
})
type Payload = z.infer<typeof payloadSchema>

/** Emails one rate confirmation. */
export const sendConfirmationMail: Sender = async (db, entry, now) => {
  const payload = payloadSchema.parse(entry.payload)
  const { confirmationId, version, to } = payload
  const problem = await tryMail(db, entry, payload, now)
  return {
    problem,
    sent: (act) => {
      db.update(confirmation).set({ deliveredAt: act.now }).where(eq(confirmation.id, confirmationId)).run()
      const attempts = entry.attempts + 1
      recordEvent(db, 'load', loadOf(entry), { kind: 'mail_delivered', version, to, attempts }, act)
    },
    failed: (after, act) => {
      if (after === 'given_up')
        recordEvent(db, 'load', loadOf(entry), { kind: 'mail_failed', version, to, problem: problem!.message }, act)
    },
  }
}

async function tryMail(
  db: Db,
  entry: OutboxEntry,
  { confirmationId, to, own }: Payload,
  now: number,
): Promise<SendProblem | null> {
  const row = db.select().from(confirmation).where(eq(confirmation.id, confirmationId)).get()
  const document = await confirmationFile(db, confirmationId)
  if (!row || !document)
    throw new Error(`Outbox entry ${entry.key} names confirmation ${confirmationId}, which is not there`)
  const mail = confirmationMail(row.terms, row.version, confirmationUrl(db, confirmationId, now), own)
  return sendMail(db, entry.key, {
    ...mail,
    to,
    replyTo: row.terms.rep.mail,
    attachments: [{ filename: `${document.number}.pdf`, content: document.pdf }],
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
