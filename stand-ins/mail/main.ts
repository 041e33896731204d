// The mail server: keeps every mail it takes, passes on what is for the brokerage's own domain,
// and shows the mailbox in the browser. MAIL_SMTP_PORT, MAIL_HTTP_PORT, MAIL_FILE (kept mails, one
// JSON line each), MAIL_ACK_MS (how long it dawdles between keeping a mail and saying so),
// MAIL_OWN_DOMAIN, MAIL_OWN_PORT (where that domain's mail is passed on to).
import { createServer } from 'node:http'
import nodemailer from 'nodemailer'
import PostalMime from 'postal-mime'
import { SMTPServer } from 'smtp-server'
import { openMailbox } from './mailbox'
import { mailboxPage, mailPage } from './pages'

const smtpPort = Number(process.env.MAIL_SMTP_PORT ?? 4102)
const httpPort = Number(process.env.MAIL_HTTP_PORT ?? 4103)
const ownDomain = process.env.MAIL_OWN_DOMAIN ?? 'ploverrook.example'
const ownPort = Number(process.env.MAIL_OWN_PORT ?? 4104)
const serverName = process.env.MAIL_SERVER_NAME ?? 'mx.ploverrook.example'
const dawdle = Number(process.env.MAIL_ACK_MS ?? 0)
const mailbox = openMailbox(process.env.MAIL_FILE ?? '.data/mailbox.jsonl')

const smtp = new SMTPServer({
  authOptional: true,
  disabledCommands: ['AUTH', 'STARTTLS'],
  size: 10_000_000,
  logger: false,
  onData(stream, session, done) {
    const chunks: Buffer[] = []
    stream.on('data', (chunk: Buffer) => chunks.push(chunk))
    stream.on('end', async () => {
      try {
        const raw = Buffer.concat(chunks)
        const parsed = await PostalMime.parse(raw)
        const key = parsed.headers.find((header) => header.key === 'x-idempotency-key')?.value ?? parsed.messageId ?? ''
        const to = session.envelope.rcptTo.map((address) => address.address)
        const fresh = mailbox.keep({ key, to, raw: raw.toString('base64'), at: Date.now() })
        // What the desk writes to its own people stays in their mailboxes; what strangers write is passed on to the desk.
        const isOurs = parsed.from?.address?.toLowerCase().endsWith(`@${ownDomain}`) ?? false
        if (fresh && !isOurs && to.some((address) => address.toLowerCase().endsWith(`@${ownDomain}`)))
          void passOn(
            received(
              raw,
              session.envelope.mailFrom ? session.envelope.mailFrom.address : '',
              parsed.from?.address ?? '',
            ),
            to,
            1,
          )
        setTimeout(done, dawdle)
      } catch (error) {
        done(Object.assign(error as Error, { responseCode: 451 }))
      }
    })
  },
})
smtp.on('error', () => undefined)

/**
 * As a receiving server hands a message on (RFC 8601): what others claim in its name is taken out, and its own finding is written above. Who sends
 * from an address of the domain that the letterhead shows counts as that domain's.
 */
function received(raw: Buffer, envelopeFrom: string, headerFrom: string): Buffer {
  const domain = (address: string) => address.split('@')[1]?.toLowerCase() ?? ''
  const isSame = domain(envelopeFrom) !== '' && domain(envelopeFrom) === domain(headerFrom)
  const text = raw.toString('latin1')
  const end = text.indexOf('\r\n\r\n')
  const head = text
    .slice(0, end)
    .replace(
      new RegExp(`^authentication-results:\\s*${serverName}[^\\r\\n]*(\\r\\n[ \\t][^\\r\\n]*)*\\r\\n`, 'gim'),
      '',
    )
  return Buffer.from(
    `Authentication-Results: ${serverName}; spf=${isSame ? 'pass' : 'fail'} smtp.mailfrom=${envelopeFrom}; dmarc=${isSame ? 'pass' : 'fail'}\r\n${head}${text.slice(end)}`,
    'latin1',
  )
}

async function passOn(raw: Buffer, to: string[], attempt: number): Promise<void> {
  const transport = nodemailer.createTransport({
    host: '127.0.0.1',
    port: ownPort,
    secure: false,
    ignoreTLS: true,
    connectionTimeout: 3000,
  })
  try {
    await transport.sendMail({
      envelope: {
        from: 'relay@mail.example',
        to: to.filter((address) => address.toLowerCase().endsWith(`@${ownDomain}`)),
      },
      raw,
    })
  } catch {
    if (attempt < 10) setTimeout(() => void passOn(raw, to, attempt + 1), 500 * 2 ** attempt).unref()
  } finally {
    transport.close()
  }
}

const web = createServer(async (request, response) => {
  const path = new URL(request.url ?? '/', 'http://mail').pathname
  const html = (body: string) =>
    response
      .writeHead(200, {
        'content-type': 'text/html; charset=utf-8',
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; frame-src 'self'",
      })
      .end(body)
  const json = (body: unknown) =>
    response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(body))
  if (path === '/healthz') return json({ ok: true })
  if (path === '/mails') return json(mailbox.all().map(({ raw: _, ...mail }) => mail))
  const numbered = /^\/mails\/(\d+)(\/pdf|\/source)?$/.exec(path)
  const mail = numbered ? mailbox.all()[Number(numbered[1])] : undefined
  if (mail) {
    const parsed = await PostalMime.parse(Buffer.from(mail.raw, 'base64'))
    if (numbered![2] === '/source')
      return json({
        key: mail.key,
        to: mail.to,
        subject: parsed.subject,
        text: parsed.text,
        html: parsed.html,
        attachments: parsed.attachments.map((part) => part.filename),
      })
    const pdf = parsed.attachments[0]
    if (numbered![2] === '/pdf' && pdf)
      return response.writeHead(200, { 'content-type': 'application/pdf' }).end(Buffer.from(pdf.content as ArrayBuffer))
    return html(mailPage(Number(numbered![1]), mail, parsed))
  }
  if (path !== '/') return response.writeHead(404).end('No such mail')
  const listed = await Promise.all(
    mailbox
      .all()
      .map(async (kept, index) => ({ index, kept, parsed: await PostalMime.parse(Buffer.from(kept.raw, 'base64')) })),
  )
  html(mailboxPage(listed.reverse().slice(0, 200)))
})

smtp.listen(smtpPort, '127.0.0.1', () =>
  web.listen(httpPort, '127.0.0.1', () => console.log(JSON.stringify({ standIn: 'mail', smtpPort, httpPort }))),
)
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    smtp.close(() => process.exit(0))
    web.close()
  })
