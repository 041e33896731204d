import { describe, expect, test } from 'vitest'
import type { LoadFacts } from './command'
import { type LoadState, loadStates } from './load'
import { type LoadActName, loadActs, possibleActs } from './possible'

const now = Date.UTC(2026, 11, 31, 23, 59)
const facts = (state: LoadState): LoadFacts => {
  const isAwarded = state !== 'draft' && state !== 'uncovered' && state !== 'cancelled'
  return {
    number: 'PR-20417',
    state,
    practice: false,
    offers: [
      {
        id: 1,
        carrierId: 1,
        carrierName: 'Carrier 1',
        payMinor: 200_000,
        counterMinor: null,
        source: 'phone',
        state: isAwarded ? 'awarded' : 'open',
        goodUntil: null,
      },
    ],
    postings: [],
    guide: null,
    confirmation: isAwarded ? { id: 1, version: 1, state: 'issued' } : null,
    award: isAwarded ? { carrierId: 1, carrierName: 'Carrier 1', payMinor: 200_000 } : null,
    targetPayMinor: null,
    maxPayMinor: null,
    sellMinor: 288_000,
    middleMinor: null,
  }
}

/** What a desk does with a load in each state, as people on it would say. */
const expected: Record<LoadState, LoadActName[]> = {
  draft: ['open', 'set_limits', 'cancel'],
  uncovered: ['withdraw', 'set_limits', 'post', 'record_offer', 'award', 'cancel'],
  covered: ['change_pay', 'send_confirmation', 'release', 'cancel'],
  dispatched: ['change_pay', 'send_confirmation', 'release', 'cancel'],
  in_transit: ['change_pay', 'send_confirmation', 'cancel'],
  delivered: ['change_pay', 'send_confirmation'],
  paperwork_in: ['change_pay', 'send_confirmation'],
  invoiced: ['change_pay', 'send_confirmation'],
  paid: ['send_confirmation'],
  cancelled: [],
}

describe('what can be done to a load from its page', () => {
  test.each(loadStates)('%s', (state) => {
    const { acts } = possibleActs(facts(state), now)
    expect(loadActs.filter((name) => acts[name] === null)).toEqual(expected[state])
    for (const refusal of Object.values(acts)) if (refusal) expect(refusal).toMatch(/^[A-Z].*\.$/)
  })
  test('a posting that is out can be taken down, and no second one goes to that board from here', () => {
    const posted = { ...facts('uncovered'), postings: [{ id: 7, board: 'Saltlick', state: 'up' as const }] }
    expect(possibleActs(posted, now).acts.unpost).toBeNull()
  })
  test('a step that is refused says why', () => {
    expect(possibleActs(facts('covered'), now).steps).toEqual([
      { to: 'dispatched', refusal: 'The carrier has not accepted the rate confirmation yet.' },
    ])
  })
})
