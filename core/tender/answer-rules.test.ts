import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type AnswerRule, answerBy, answerRuleSchema, type PastTender, tryOut } from './answer-rules'
import type { TenderFacts } from './facts'
import { ruleWords } from './words'

const at = Date.UTC(2026, 10, 27, 12)
const dayMs = 86_400_000
const place = (city: string, region: string, postal: string) => ({
  city,
  region,
  postal,
  lat: 40,
  lon: -110,
  zone: 'America/Boise',
})
const facts = (over: Partial<TenderFacts> = {}): TenderFacts => ({
  origin: place('Boise', 'ID', '83702'),
  dest: place('Phoenix', 'AZ', '85001'),
  equipment: 'reefer',
  stops: 2,
  miles: 900,
  hours: 15,
  pickupAt: at + 2 * dayMs,
  pickupBy: at + 2 * dayMs,
  deliverBy: at + 4 * dayMs,
  lateMs: 0,
  teamMakesIt: false,
  chargeMinor: 200_000,
  currency: 'USD',
  weightLb: 40_000,
  band: { lowMinor: 150_000, middleMinor: 170_000, highMinor: 190_000, comparables: 9, newestAt: at, basis: 'lane' },
  unplaced: [],
  ...over,
})
const rule = (over: Partial<AnswerRule> = {}): AnswerRule =>
  answerRuleSchema.parse({ name: 'Any', verdict: 'accept', ...over })
const context = { at, takenThisWeek: 0, onHold: false, unknownCodes: 0, misplacedCodes: 0 }
const says = (over: Partial<AnswerRule>, of: Partial<TenderFacts> = {}, around: Partial<typeof context> = {}) =>
  answerBy([rule(over)], facts(of), { ...context, ...around }).verdict

describe('conditions', () => {
  test.each<[string, Partial<AnswerRule>, Partial<TenderFacts>, Partial<typeof context>, 'accept' | 'hand_over']>([
    ['no condition', {}, {}, {}, 'accept'],
    ['state to state', { lanes: [{ from: 'id', to: 'AZ' }] }, {}, {}, 'accept'],
    ['another state', { lanes: [{ from: 'WA', to: '' }] }, {}, {}, 'hand_over'],
    ['a city', { lanes: [{ from: 'Boise, ID', to: '' }] }, {}, {}, 'accept'],
    ['a city of that name elsewhere', { lanes: [{ from: 'Boise, OR', to: '' }] }, {}, {}, 'hand_over'],
    ['a postal beginning', { lanes: [{ from: '', to: '850' }] }, {}, {}, 'accept'],
    [
      'one of two lanes',
      {
        lanes: [
          { from: 'WA', to: '' },
          { from: '', to: 'AZ' },
        ],
      },
      {},
      {},
      'accept',
    ],
    ['equipment', { equipment: ['van', 'reefer'] }, {}, {}, 'accept'],
    ['other equipment', { equipment: ['van'] }, {}, {}, 'hand_over'],
    ['just two days ahead', { minDays: 2 }, {}, {}, 'accept'],
    ['too soon', { minDays: 2.01 }, {}, {}, 'hand_over'],
    ['too far ahead', { maxDays: 1.9 }, {}, {}, 'hand_over'],
    ['no pickup said', { minDays: 0 }, { pickupAt: null }, {}, 'hand_over'],
    ['margin at the middle, just', { margin: { at: 'middle', is: 'at_least', percent: 15 } }, {}, {}, 'accept'],
    ['margin at the high price, not', { margin: { at: 'high', is: 'at_least', percent: 5.1 } }, {}, {}, 'hand_over'],
    [
      'margin in another currency is not known',
      { margin: { at: 'middle', is: 'at_least', percent: 0 } },
      { currency: 'CAD' },
      {},
      'hand_over',
    ],
    ['week not full', { week: { is: 'below', count: 3 } }, {}, { takenThisWeek: 2 }, 'accept'],
    ['week full', { week: { is: 'below', count: 3 } }, {}, { takenThisWeek: 3 }, 'hand_over'],
    ['drive wanted and not known', { driving: 'feasible' }, { lateMs: null }, {}, 'hand_over'],
  ])('%s', (_, over, of, around, verdict) => expect(says(over, of, around)).toBe(verdict))
})

test.each([
  [{ onHold: true }, {}, 'the customer is on hold'],
  [{ unknownCodes: 2 }, {}, '2 codes are new'],
  [{ misplacedCodes: 1 }, {}, 'a facility of ours is not where it says'],
  [{}, { chargeMinor: null }, 'it names no charge'],
  [{}, { dest: null }, 'its lane or equipment is not known'],
  [{}, { equipment: null }, 'its lane or equipment is not known'],
  [{}, { lateMs: null }, 'the drive time is unknown'],
  [{}, { lateMs: 1 }, 'it cannot be driven in time'],
] as const)('nothing is accepted by itself that cannot be judged: %j %j', (around, of, kept) =>
  expect(answerBy([rule()], facts(of), { ...context, ...around })).toMatchObject({ verdict: 'hand_over', kept }),
)

test('a no needs no charge and no known drive, and a hold does not stop it', () => {
  expect(
    answerBy([rule({ verdict: 'decline', reasonCode: 'T3' })], facts({ chargeMinor: null, lateMs: null }), {
      ...context,
      onHold: true,
      unknownCodes: 1,
    }),
  ).toMatchObject({ verdict: 'decline', kept: null })
})

test('the first rule whose conditions hold answers; a decline names its reason or is no rule', () => {
  const rules = [
    rule({ name: 'East', lanes: [{ from: 'NC', to: '' }] }),
    rule({ name: 'Tight', verdict: 'decline', reasonCode: 'T7', driving: 'not_feasible' }),
    rule({ name: 'Rest', verdict: 'hand_over' }),
  ]
  expect(answerBy(rules, facts(), context).rule!.name).toBe('Rest')
  expect(answerBy(rules, facts({ lateMs: 5 }), context).rule!.name).toBe('Tight')
  expect(answerRuleSchema.safeParse({ name: 'No', verdict: 'decline' }).success).toBe(false)
})

const past = (over: Partial<PastTender> = {}, of: Partial<TenderFacts> = {}): PastTender => ({
  facts: facts(of),
  receivedAt: at,
  answered: 'accepted',
  marginMinor: 30_000,
  ...over,
})

test('the try-out counts what would have been answered, and the week’s volume as it would have been', () => {
  const rules = [rule({ name: 'Two a week', week: { is: 'below', count: 2 } })]
  const tenders = [
    past({ receivedAt: at + 3, answered: 'declined', marginMinor: null }),
    past({ receivedAt: at }),
    past({ receivedAt: at + 1, answered: 'declined', marginMinor: null }),
    past({ receivedAt: at + 2 }),
  ]
  expect(tryOut(rules, tenders, () => 'one week')).toEqual({
    tenders: 4,
    accepted: {
      count: 2,
      sellMinor: 400_000,
      middleMinor: 60_000,
      loads: 1,
      loadsMarginMinor: 30_000,
      declinedThen: 1,
    },
    declined: { count: 0, acceptedThen: 0, lostMarginMinor: 0 },
    handedOver: 2,
    byRule: [2],
  })
  expect(tryOut(rules, tenders, (pickup) => String(pickup)).accepted.count).toBe(2)
  expect(tryOut([rule({ verdict: 'decline', reasonCode: 'BG' })], tenders, () => '').declined).toEqual({
    count: 4,
    acceptedThen: 2,
    lostMarginMinor: 60_000,
  })
})

test('whatever the rules, every tender of the past is answered in exactly one way', () => {
  const anyRule = fc
    .record({
      verdict: fc.constantFrom('accept' as const, 'decline' as const, 'hand_over' as const),
      minDays: fc.option(fc.integer({ min: 0, max: 5 })),
      driving: fc.constantFrom('any' as const, 'feasible' as const, 'not_feasible' as const),
      count: fc.integer({ min: 0, max: 4 }),
    })
    .map(({ count, ...over }) => rule({ ...over, reasonCode: 'BG', week: { is: 'below', count } }))
  const anyPast = fc
    .record({
      late: fc.option(fc.integer({ min: 0, max: 3 })),
      days: fc.integer({ min: 0, max: 9 }),
      answered: fc.constantFrom('accepted' as const, 'declined' as const, 'lapsed' as const),
    })
    .map(({ late, days, answered }) => past({ answered }, { lateMs: late, pickupAt: at + days * dayMs }))
  fc.assert(
    fc.property(fc.array(anyRule, { maxLength: 4 }), fc.array(anyPast, { maxLength: 20 }), (rules, tenders) => {
      const { accepted, declined, handedOver } = tryOut(rules, tenders, () => 'week')
      expect(accepted.count + declined.count + handedOver).toBe(tenders.length)
    }),
  )
})

test('a rule in words', () => {
  expect(
    ruleWords(
      rule({
        equipment: ['reefer'],
        lanes: [{ from: 'ID', to: '' }],
        minDays: 1,
        driving: 'feasible',
        margin: { at: 'middle', is: 'at_least', percent: 12 },
        week: { is: 'below', count: 5 },
      }),
    ),
  ).toBe(
    'reefer, ID to anywhere, at least 1 day ahead, can be driven in time, at least 12% left at the middle price, fewer than 5 taken that week',
  )
  expect(ruleWords(rule({ verdict: 'decline', reasonCode: 'T7' }))).toBe('every tender; not enough time to deliver')
})
