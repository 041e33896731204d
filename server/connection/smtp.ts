import nodemailer from 'nodemailer'
import type { ConnectionOf } from '#core/connection/connection'

/** A connection to the mail server that takes our email. The caller closes it. */
export const smtpTransport = ({ host, port, tls, user, secret }: ConnectionOf<'mail_out'>) =>
  nodemailer.createTransport({
    host,
    port,
    // 465 speaks TLS from the first byte (RFC 8314); elsewhere it begins with STARTTLS.
    secure: port === 465,
    requireTLS: tls === 'required',
    tls: { rejectUnauthorized: tls === 'required' },
    ...(user ? { auth: { user, pass: secret } } : {}),
    connectionTimeout: 5000,
    greetingTimeout: 5000,
    socketTimeout: 10_000,
  })
