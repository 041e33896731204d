import { expect, test } from 'vitest'
import { allNewsKinds, isNews, isPressing } from './news'

test.each([
  ['load', 'offer_recorded', 'carrier', true],
  ['load', 'offer_recorded', 'person', false],
  ['load', 'offer_ended', 'system', true],
  ['load', 'limits_set', 'system', false],
  ['carrier', 'mail_failed', 'system', false],
  ['tender', 'tender_received', 'partner', true],
  ['quote', 'lapsed', 'system', true],
] as const)('%s %s by a %s', (aggregate, kind, actorKind, expected) =>
  expect(isNews({ aggregate, kind, actorKind })).toBe(expected),
)

test('what presses is news too', () => {
  expect(allNewsKinds.filter(isPressing)).toContain('gate_alert')
  expect(isPressing('offer_recorded')).toBe(false)
})
