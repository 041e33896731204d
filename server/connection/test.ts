import { z } from 'zod'
import type { Connection, ConnectionOf } from '#core/connection/connection'
import type { Db } from '#server/db.server'
import { askOutside } from '#server/http/outside'
import { officeOf } from '#server/office/office'
import { smtpTransport } from './smtp'

export interface TestResult {
  ok: boolean
  /** What happened, in a sentence. */
  words: string
}

const timeoutMs = 8_000
const largestAnswer = 2_000_000

/** Tries a connection as it would be used, before it is saved; what went wrong is told as it was answered. */
export async function testConnection(db: Db, asked: Connection, mailTo: string): Promise<TestResult> {
  try {
    if (asked.kind === 'mail_out') return await testMail(db, asked, mailTo)
    return await testers[asked.kind](asked as never)
  } catch (thrown) {
    return { ok: false, words: thrown instanceof Error ? thrown.message : 'Nothing was answered.' }
  }
}

/** Sends a short email to whoever asks. */
async function testMail(db: Db, asked: ConnectionOf<'mail_out'>, mailTo: string): Promise<TestResult> {
  const { name, mail } = officeOf(db)
  const transport = smtpTransport(asked)
  try {
    await transport.sendMail({
      from: { name, address: mail },
      to: mailTo,
      subject: `Test from ${name || 'Oxpecker'}`,
      text: 'This email left through the connection that was just tested.',
    })
    return { ok: true, words: `The mail server took an email to ${mailTo}. Look whether it arrives.` }
  } finally {
    transport.close()
  }
}

const get = (url: string, headers: Record<string, string> = {}) =>
  askOutside(url, { timeoutMs, maxBytes: largestAnswer, allowPrivate: true, headers })

const testers = {
  register: async ({ url }: ConnectionOf<'register'>): Promise<TestResult> => {
    const { status, body } = await get(`${url}/changes.csv?after=0&limit=1`)
    if (status !== 200) return { ok: false, words: `The register answered ${status}.` }
    const ok = body.toString('utf8').trim().includes(',')
    return { ok, words: ok ? 'The register answers.' : 'Something answers there, but not a carrier register.' }
  },
  market: async ({ url }: ConnectionOf<'market'>): Promise<TestResult> => {
    const { status, body } = await get(`${url}/diesel.csv`)
    if (status !== 200) return { ok: false, words: `The publisher answered ${status}.` }
    const rows = body.toString('utf8').trim().split('\n').length - 1
    const ok = rows > 0
    return {
      ok,
      words: ok
        ? `The publisher answers with ${rows} diesel ${rows === 1 ? 'price' : 'prices'}.`
        : 'It answers without any diesel price.',
    }
  },
  bureau: async ({ url, secret }: ConnectionOf<'bureau'>): Promise<TestResult> => {
    const { status, body } = await get(`${url}/reports?mc=100000`, { 'x-bureau-key': secret })
    if (status === 401 || status === 403) return { ok: false, words: 'The bureau does not accept this key.' }
    if (status !== 200) return { ok: false, words: `The bureau answered ${status}.` }
    const ok = z.object({ reports: z.array(z.unknown()) }).safeParse(JSON.parse(body.toString('utf8'))).success
    return { ok, words: ok ? 'The bureau answers.' : 'Something answers there, but not a credit bureau.' }
  },
}
