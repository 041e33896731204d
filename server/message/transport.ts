import nodemailer from 'nodemailer'
import type { MailText } from '#core/confirmation/mail'
import { brokerage, settings } from '#server/settings.server'

export interface OutgoingMail extends MailText {
  to: string
  replyTo: string
  attachment?: { filename: string; content: Buffer }
}

/** What kept a mail from being taken; `final` where trying again cannot help. */
export interface MailProblem {
  message: string
  final: boolean
}

/**
 * Hands a mail to the mail server; null once it was taken. The key goes along as Message-ID and as a header of its own: if
 * we die after the server took the mail and before we noted it, the second try carries the same key and the receiver
 * knows it.
 */
export async function sendMail(key: string, mail: OutgoingMail): Promise<MailProblem | null> {
  const transport = nodemailer.createTransport({ host: settings().OX_SMTP_HOST, port: settings().OX_SMTP_PORT, secure: false, ignoreTLS: true, connectionTimeout: 5000, greetingTimeout: 5000, socketTimeout: 10_000 })
  try {
    await transport.sendMail({
      from: { name: brokerage.name, address: brokerage.mail },
      replyTo: mail.replyTo, to: mail.to, subject: mail.subject, text: mail.text, html: mail.html,
      messageId: `<${key}@${brokerage.mailDomain}>`,
      headers: { 'X-Idempotency-Key': key },
      attachments: mail.attachment ? [{ ...mail.attachment, contentType: 'application/pdf' }] : [],
    })
    return null
  } catch (thrown) {
    const code = (thrown as { responseCode?: number }).responseCode ?? 0
    return { message: thrown instanceof Error ? thrown.message : 'unknown', final: code >= 500 && code < 600 }
  } finally {
    transport.close()
  }
}
