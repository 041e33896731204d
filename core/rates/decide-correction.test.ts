import { expect, test } from 'vitest'
import { logWords } from '../load/log-words'
import { decideCorrection } from './decide-correction'

test.each([
  [{ verdict: 'price', priceMinor: 205_000 } as const, 'For rates, paid $20,500 counts as $2,050'],
  [{ verdict: 'left_out', priceMinor: null } as const, 'Left out of rates: paid $20,500'],
  [{ verdict: 'as_paid', priceMinor: null } as const, 'For rates, paid $20,500 is right'],
  [{ verdict: 'undo', priceMinor: null } as const, 'Correction for rates taken back: paid $20,500'],
])('%j of what was paid reads %s', (said, words) => {
  const decision = decideCorrection({ payMinor: 2_050_000 }, { kind: 'correct_price', ...said })
  expect('events' in decision && decision.events.map(logWords)).toEqual([words])
})

test('what was never bought has no price to correct', () => {
  const command = { kind: 'correct_price', verdict: 'as_paid', priceMinor: null } as const
  expect(decideCorrection({ payMinor: null }, command)).toMatchObject({ refusal: { code: 'not_paid' } })
})
