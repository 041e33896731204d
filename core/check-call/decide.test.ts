import { expect, test } from 'vitest'
import { type CheckCall, type CheckCallFacts, checkCallRefusals, decideCheckCall } from './decide'

// Phoenix keeps no daylight saving time: UTC-7 all year.
const phoenix: CheckCallFacts = {
  number: 'PR-1001',
  state: 'dispatched',
  stopCount: 2,
  stop: {
    facilityName: 'Dove dock',
    zone: 'America/Phoenix',
    earliestLocal: '2026-12-31T22:00',
    latestLocal: '2026-12-31T23:30',
  },
  arrivedLocal: null,
  isReported: false,
}
const newYear = Date.UTC(2027, 0, 1, 7, 30)
const call = (over: Partial<CheckCall['event']>): CheckCall => ({
  kind: 'note_stop_event',
  event: {
    sequence: 1,
    kind: 'arrived',
    atLocal: '2026-12-31T23:50',
    reasonCode: null,
    note: '',
    sure: false,
    ...over,
  },
})

test.each<[string, Partial<CheckCallFacts>, Partial<CheckCall['event']>, string]>([
  ['a stop the load does not have', { stop: null }, {}, 'There is no such stop.'],
  ['no truck yet', { state: 'uncovered' }, {}, 'PR-1001 has no truck yet.'],
  ['in eleven minutes', {}, { atLocal: '2027-01-01T00:41' }, 'That is still to come: note it when it has happened.'],
  [
    'gone before it came',
    { arrivedLocal: '2026-12-31T23:00' },
    { kind: 'departed', atLocal: '2026-12-31T22:59' },
    'It arrived at 11:00 pm: it cannot have left before.',
  ],
  ['late without a reason', {}, { kind: 'delayed', reasonCode: 'NS' }, 'Say why it is late: on schedule is no reason.'],
  [
    'half a day and an hour early',
    {},
    { atLocal: '2026-12-31T09:00' },
    'That is 13 h before the window opens: is it the right day? Note it once more if it is.',
  ],
])('refused: %s', (_, facts, event, words) => {
  const decision = decideCheckCall({ ...phoenix, ...facts }, call(event), newYear)
  if (!('refusal' in decision)) throw new Error('It was noted')
  const say: (facts: never) => string = checkCallRefusals[decision.refusal.code]
  expect(say(decision.refusal.facts as never)).toBe(words)
})

test('an arrival far off the window is noted by whoever is sure of it', () => {
  const early = call({ atLocal: '2026-12-31T09:00', sure: true })
  expect(decideCheckCall(phoenix, early, newYear)).toEqual({
    events: [{ kind: 'status_noted', words: 'Arrived, Dove dock, Thu, Dec 31, 9:00 am', sent: false }],
  })
})

test('an appointment may be made before there is a truck', () => {
  const made = call({ kind: 'appointment', atLocal: '2027-01-02T08:00', note: 'dock 4' })
  expect(decideCheckCall({ ...phoenix, state: 'uncovered', isReported: true }, made, newYear)).toEqual({
    events: [{ kind: 'status_noted', words: 'Appointment made, Dove dock, Sat, Jan 2, 8:00 am: dock 4', sent: true }],
  })
})

test.each<[Partial<CheckCallFacts>, number, string | undefined]>([
  [{ state: 'dispatched' }, 1, 'in_transit'],
  [{ state: 'in_transit' }, 2, 'delivered'],
  [{ state: 'in_transit' }, 1, undefined],
  [{ state: 'dispatched' }, 2, undefined],
  [{ state: 'in_transit', stopCount: 3 }, 2, undefined],
])('%o, leaving stop %i: %s', (facts, sequence, to) => {
  const decision = decideCheckCall({ ...phoenix, ...facts }, call({ kind: 'departed', sequence }), newYear)
  if (!('events' in decision)) throw new Error('It was refused')
  expect(decision.events.flatMap((event) => (event.kind === 'state_changed' ? [event.to] : []))).toEqual(to ? [to] : [])
})
