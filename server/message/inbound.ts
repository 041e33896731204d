import { SMTPServer } from 'smtp-server'
import { mailDomainOf } from '#core/office/office'
import type { Db } from '#server/db.server'
import { logger } from '#server/log/logger'
import { officeOf } from '#server/office/office'
import { ReadProblem } from '#server/read/read'
import { receiveMail } from './receive'

/** Room for a scan or a picture from a phone, in base64. */
const largestMail = 6_000_000

/** Listens for mail to our domain (SMTP, RFC 5321). A mail is accepted only once it is kept. */
export function startInboundMail(db: Db, port: number): Promise<SMTPServer> {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: largestMail,
    logger: false,
    maxClients: 40,
    socketTimeout: 60_000,
    closeTimeout: 4_000,
    onRcptTo: (address, _session, done) =>
      address.address.toLowerCase().endsWith(`@${mailDomainOf(officeOf(db))}`)
        ? done()
        : done(new Error('No such mailbox here')),
    onData(stream, session, done) {
      const chunks: Buffer[] = []
      // What is beyond the limit is read to its end, as the protocol wants, but not kept.
      stream.on('data', (chunk: Buffer) => !stream.sizeExceeded && chunks.push(chunk))
      stream.on('end', () => {
        if (stream.sizeExceeded) return done(Object.assign(new Error('Too large'), { responseCode: 552 }))
        receiveMail(
          db,
          Buffer.concat(chunks),
          session.envelope.rcptTo.map((to) => to.address),
          Date.now(),
        )
          .then((reading) => {
            logger().info({ reading }, 'mail received')
            done()
          })
          .catch((error: Error) => {
            // What can never be read is refused for good: a sender's program would otherwise try for days.
            if (error instanceof ReadProblem)
              return done(
                Object.assign(new Error(`This message cannot be read: ${error.message}`), { responseCode: 554 }),
              )
            logger().error({ err: error }, 'mail could not be kept')
            return done(Object.assign(new Error('Try again later'), { responseCode: 451 }))
          })
      })
    },
  })
  server.on('error', (error) => logger().warn({ err: error }, 'inbound mail connection'))
  return new Promise((resolve, reject) => {
    server.server.once('error', reject)
    server.listen(port, '127.0.0.1', () => resolve(server))
  })
}
