import { createHash, timingSafeEqual } from 'node:crypto'
import type { Partner } from './partners'
import type { Transport } from './way'

const answerTimeout = 15_000

/** HTTP with a shared secret: we post to the partner's address, the partner to ours. The key goes along, so a second try is known. */
export const httpTransport: Transport = {
  collect: () => [],
  async deliver(_db, partner, { key, bytes }) {
    try {
      const response = await fetch(partner.address, { method: 'POST', headers: { authorization: `Bearer ${partner.secret}`, 'content-type': 'application/edi-x12', 'idempotency-key': key }, body: new Uint8Array(bytes), signal: AbortSignal.timeout(answerTimeout) })
      if (response.ok) return null
      const busy = response.status >= 500 || response.status === 429 || response.status === 408
      return { message: `${partner.name} answered ${response.status}: ${(await response.text()).slice(0, 200)}`, final: !busy }
    } catch (thrown) {
      return { message: `${partner.name} did not answer (${thrown instanceof Error ? thrown.message : 'unknown'})`, final: false }
    }
  },
}

/** Whether a request carries the partner's secret; the time it takes tells nothing of it. */
export function carriesSecret(partner: Partner, authorization: string | null): boolean {
  if (partner.secret.length < 8) return false
  const digest = (text: string) => createHash('sha256').update(text).digest()
  return timingSafeEqual(digest(authorization ?? ''), digest(`Bearer ${partner.secret}`))
}
