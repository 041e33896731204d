import { describe, expect, test } from 'vitest'
import { hour } from '../time/local'
import type { Advice } from '../waiting/advice'
import { type LoadToAdvance, nextStep } from './next-step'
import { pressure, urgency } from './pressure'

const now = Date.UTC(2026, 10, 23, 20)
const load = (over: Partial<LoadToAdvance> = {}): LoadToAdvance => ({
  state: 'uncovered',
  dueAt: now + 10 * hour,
  usualCoverHours: 5,
  targetPayMinor: 225_000,
  maxPayMinor: 250_000,
  offers: [],
  confirmation: null,
  posted: true,
  postedAt: now,
  carrierName: null,
  zone: 'America/Denver',
  ...over,
})
const offer = (payMinor: number, over = {}) => ({
  payMinor,
  goodUntil: null,
  carrierName: 'Night Heron Lines',
  counterMinor: null,
  ...over,
})

const take: Advice = { step: 'take', savesMinor: 0, words: { code: 'under_line', lineMinor: 1 } }
const hold: Advice = {
  step: 'hold',
  until: now + 2 * hour,
  savesMinor: 0,
  words: { code: 'stands', until: now, likelyMinor: 1 },
}
const counter: Advice = {
  step: 'counter',
  atMinor: 240_000,
  words: { code: 'above_line', lineMinor: 1, risesAt: null },
}

test('whom the routing guide asks has the load until then; an offer in hand is worth a look all the same', () => {
  const guide = { carrierName: 'Night Heron', expiresAt: now + hour / 2 }
  const asked = nextStep(load({ guide, posted: false }), now)
  expect(asked).toMatchObject({
    kind: 'hold',
    words: expect.stringMatching(/^Routing guide: Night Heron has until .*1:30 pm$/),
  })
  expect(nextStep(load({ guide, offers: [offer(220_000)] }), now).kind).toBe('take')
})

describe('pressure', () => {
  test('grows as the pickup comes closer, and goes on growing past it', () => {
    const at = [48, 10, 5, 1, 0, -3].map((hours) => pressure(load({ dueAt: now + hours * hour }), now))
    expect(at).toEqual(at.toSorted((one, other) => one - other))
    expect(urgency(at[0]!)).toBe('clear')
    expect(urgency(at[1]!)).toBe('care')
    expect(urgency(at[2]!)).toBe('act')
  })
  test('a good offer eases it more than a dear one', () => {
    const [none, dear, good] = [[], [offer(300_000)], [offer(240_000)]].map((offers) => pressure(load({ offers }), now))
    expect(none! > dear! && dear! > good!).toBe(true)
  })
  test('where the pace of offers is known, it is the odds of not being covered', () => {
    const at = [0, 0.1, 0.3, 0.5, 0.9, 1].map((uncoveredChance) => pressure(load({ uncoveredChance }), now))
    expect(at).toEqual(at.toSorted((one, other) => one - other))
    expect(at.map(urgency)).toEqual(['clear', 'clear', 'care', 'act', 'act', 'act'])
    expect(pressure(load({ uncoveredChance: 0.01, dueAt: now - hour }), now)).toBeGreaterThan(20)
  })
  test('a confirmed load presses no more', () =>
    expect(pressure(load({ state: 'covered', confirmation: 'accepted' }), now)).toBe(0))
})

describe('next step', () => {
  test.each<[string, Partial<LoadToAdvance>, string]>([
    ['a draft', { state: 'draft' }, 'Complete it and open for cover'],
    ['nothing done yet', { posted: false }, 'Post it'],
    ['just posted', {}, 'Posted, wait for offers'],
    ['posted three hours ago', { postedAt: now - 3 * hour }, 'Call the shortlist: no offer yet'],
    ['under the target', { offers: [offer(260_000), offer(220_000)] }, 'Take 2,200 from Night Heron Lines'],
    ['under the most, time to spare', { offers: [offer(240_000)] }, 'Take or counter 2,400, Night Heron Lines'],
    [
      'under the most, no time to spare',
      { offers: [offer(240_000)], dueAt: now + 2 * hour },
      'Take 2,400 from Night Heron Lines',
    ],
    [
      'with its own clock, in the desk’s zone',
      { offers: [offer(240_000, { goodUntil: now + hour })] },
      'Take or counter 2,400, Night Heron Lines before 2:00 pm',
    ],
    ['above the most', { offers: [offer(260_000)] }, 'Counter Night Heron Lines at 2,500'],
    [
      'countered',
      { offers: [offer(260_000, { counterMinor: 245_000 })] },
      'Night Heron Lines has our counter of 2,450',
    ],
    ['no limits set', { maxPayMinor: null, offers: [offer(1)] }, 'Weigh 0.01 from Night Heron Lines'],
    ['worth taking by the take line', { offers: [offer(240_000)], advice: take }, 'Take 2,400 from Night Heron Lines'],
    ['worth holding', { offers: [offer(240_000)], advice: hold }, 'Hold 2,400, Night Heron Lines, till 3:00 pm'],
    [
      'to be countered at the line, never above max',
      { offers: [offer(290_000)], advice: { ...counter, atMinor: 270_000 } },
      'Counter Night Heron Lines at 2,500',
    ],
    [
      'countered already',
      { offers: [offer(290_000, { counterMinor: 245_000 })], advice: counter },
      'Night Heron Lines has our counter of 2,450',
    ],
    [
      'worth it, but above max',
      { offers: [offer(260_000)], advice: take },
      'Best offer 2,600 is $100 over max: Night Heron Lines',
    ],
    [
      'awarded',
      { state: 'covered', confirmation: 'issued', carrierName: 'Blue Thistle' },
      'Send the confirmation to Blue Thistle',
    ],
    [
      'awarded, and the gate would no longer pass them',
      { state: 'covered', confirmation: 'accepted', carrierName: 'Blue Thistle', gateHolds: true },
      'Vetting blocks Blue Thistle: cover again',
    ],
    [
      'mailed',
      { state: 'covered', confirmation: 'sent', carrierName: 'Blue Thistle' },
      'Blue Thistle has not accepted yet',
    ],
    [
      'turned down',
      { state: 'covered', confirmation: 'sent', carrierName: 'Blue Thistle', objection: 'no' },
      'Blue Thistle turned it down: cover again',
    ],
    [
      'with a mistake in it',
      { state: 'covered', confirmation: 'sent', carrierName: 'Blue Thistle', objection: 'not_right' },
      'Blue Thistle reports a mistake: fix the confirmation',
    ],
  ])('%s', (_, over, words) => expect(nextStep(load(over), now).words).toBe(words))
})
