import type { MailText } from '#core/confirmation/mail'
import { mailDomainOf } from '#core/office/office'
import { connectionOf, notConnected } from '#server/connection/connections'
import { smtpTransport } from '#server/connection/smtp'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import type { SendProblem } from '#server/outbox/outbox'

export interface OutgoingMail extends MailText {
  to: string
  replyTo: string
  attachments?: { filename: string; content: Buffer; contentType?: string }[]
}

/**
 * Hands a mail to the mail server; null once it was taken. The key goes along as Message-ID and as a header of its own: if
 * we die after the server took the mail and before we noted it, the second try carries the same key and the receiver
 * knows it.
 */
export async function sendMail(db: Db, key: string, mail: OutgoingMail): Promise<SendProblem | null> {
  const connected = connectionOf(db, 'mail_out')
  if (!connected) return { message: notConnected('mail_out'), final: false, refusesUs: true }
  const transport = smtpTransport(connected)
  try {
    await transport.sendMail({
      from: { name: officeOf(db).name, address: officeOf(db).mail },
      replyTo: mail.replyTo,
      to: mail.to,
      subject: mail.subject,
      text: mail.text,
      html: mail.html,
      messageId: `<${key}@${mailDomainOf(officeOf(db))}>`,
      headers: { 'X-Idempotency-Key': key },
      attachments: (mail.attachments ?? []).map((each) => ({ contentType: 'application/pdf', ...each })),
    })
    return null
  } catch (thrown) {
    const { responseCode = 0, code = '' } = thrown as { responseCode?: number; code?: string }
    // 530, 534, 535 and 538 say that the server does not accept us (RFC 4954), not that the message is bad.
    const refusesUs = code === 'EAUTH' || [530, 534, 535, 538].includes(responseCode)
    return {
      message: thrown instanceof Error ? thrown.message : 'unknown',
      final: responseCode >= 500 && responseCode < 600,
      refusesUs,
    }
  } finally {
    transport.close()
  }
}
