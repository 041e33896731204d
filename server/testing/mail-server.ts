import type { AddressInfo } from 'node:net'
import PostalMime, { type Email } from 'postal-mime'
import { SMTPServer } from 'smtp-server'
import { settings } from '#server/settings.server'

export interface TestMailServer {
  received: Email[]
  /** What it says to the next mails; null takes them. */
  answer: Error | null
  close: () => Promise<void>
}

/** A mail server on a port of its own, which the settings point to; it keeps what it is given, also what it refuses. */
export async function testMailServer(): Promise<TestMailServer> {
  const state: TestMailServer = {
    received: [],
    answer: null,
    close: () => new Promise<void>((resolve) => server.close(() => resolve())),
  }
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    onData(stream, _session, done) {
      const chunks: Buffer[] = []
      stream.on('data', (chunk: Buffer) => chunks.push(chunk))
      stream.on('end', async () => {
        state.received.push(await PostalMime.parse(Buffer.concat(chunks)))
        done(state.answer)
      })
    },
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()))
  Object.assign(settings(), { OX_SMTP_HOST: '127.0.0.1', OX_SMTP_PORT: (server.server.address() as AddressInfo).port })
  return state
}
