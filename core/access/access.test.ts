import { expect, test } from 'vitest'
import { may } from './access'

test('only a manager overrides the gate, a viewer only looks', () => {
  expect([
    may('manager', 'override_gate'),
    may('rep', 'override_gate'),
    may('rep', 'award'),
    may('viewer', 'award'),
    may('viewer', 'see_loads'),
  ]).toEqual([true, false, true, false, true])
})
