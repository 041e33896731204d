import { describe, expect, test } from 'vitest'
import { decideExchange, type ExchangeFacts } from './decide'

const out: ExchangeFacts = { direction: 'out', hasPartner: true, isWaiting: false, isHeld: false, document: null }
const came: ExchangeFacts = {
  direction: 'in',
  hasPartner: true,
  isWaiting: false,
  isHeld: false,
  document: { kind: '204', isRejected: false, notice: null },
}
const holding = (document: Partial<NonNullable<ExchangeFacts['document']>>): ExchangeFacts => ({
  ...came,
  document: { ...came.document!, ...document },
})
const decided = (facts: ExchangeFacts, kind: 'resend' | 'reread') => {
  const decision = decideExchange(facts, { kind })
  return 'refusal' in decision ? decision.refusal.code : decision.events.map((event) => event.kind).join()
}

describe('sending again', () => {
  test.each<[string, Partial<ExchangeFacts>, string]>([
    ['what was sent', {}, 'sent_again'],
    ['what waits for its turn', { isWaiting: true }, 'still_waiting'],
    ['what is on hold', { isWaiting: true, isHeld: true }, 'hold_released'],
    ['what came in', { direction: 'in' }, 'no_such_exchange'],
    ['what nobody is known for', { hasPartner: false }, 'no_such_exchange'],
  ])('%s: %s', (_, over, expected) => expect(decided({ ...out, ...over }, 'resend')).toBe(expected))
})

describe('reading again', () => {
  test.each<[string, ExchangeFacts, string]>([
    ['a tender that could not be taken in', came, 'reading_retried'],
    ['a tender that waits', holding({ notice: 'open' }), 'tender_recomputed'],
    ['a tender that is answered', holding({ notice: 'accepted' }), 'answered_already'],
    ['a faulty one', holding({ isRejected: true }), 'rejected'],
    ['an acknowledgment', holding({ kind: '997' }), 'nothing_to_read'],
    ['what we sent', { ...came, direction: 'out' }, 'no_such_document'],
    ['no document', { ...came, document: null }, 'no_such_document'],
  ])('%s', (_, facts, expected) => expect(decided(facts, 'reread')).toBe(expected))
})
