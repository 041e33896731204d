import { createHash, timingSafeEqual } from 'node:crypto'
import { askOutside, OutsideProblem, statusProblem } from '#server/http/outside'
import type { Transport } from './connection'
import type { Partner } from './partners'

const answerTimeout = 15_000
const largestAnswer = 64 * 1024

/** HTTP with a shared secret: we post to the partner's address, the partner to ours. The key goes along, so a second try is known. */
export const httpTransport: Transport = {
  collect: async () => [],
  async deliver(_db, partner, { key, bytes }) {
    try {
      const answer = await askOutside(partner.address, {
        method: 'POST',
        headers: {
          authorization: `Bearer ${partner.secret}`,
          'content-type': 'application/edi-x12',
          'idempotency-key': key,
        },
        body: new Uint8Array(bytes),
        timeoutMs: answerTimeout,
        maxBytes: largestAnswer,
        allowPrivate: partner.allowPrivate,
      })
      if (answer.status >= 200 && answer.status < 300) return null
      return statusProblem(partner.name, answer.status, answer.body.toString('utf8'))
    } catch (thrown) {
      if (!(thrown instanceof OutsideProblem)) throw thrown
      // An address inside our network waits until a manager allows it, like a password that is no longer right.
      return { message: thrown.message, final: false, refusesUs: thrown.code === 'private_address' }
    }
  },
}

/** Whether a request carries the partner's secret; the time it takes tells nothing of it. */
export function carriesSecret(partner: Partner, authorization: string | null): boolean {
  if (partner.secret.length < 8) return false
  const digest = (text: string) => createHash('sha256').update(text).digest()
  return timingSafeEqual(digest(authorization ?? ''), digest(`Bearer ${partner.secret}`))
}
