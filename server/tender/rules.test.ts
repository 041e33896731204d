import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { type AnswerRule, answerRuleSchema } from '#core/tender/answer-rules'
import { receive } from '#server/exchange/receive'
import { answeringRule, customer, tenderNotice } from '#server/schema'
import { addPartner, fileOf, mapSampleCodes, tenderOf } from '#server/testing/partners'
import { ruth } from '#server/testing/walk'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { answerTender } from './answer'
import { readAnswered } from './answered'
import { weekOf } from './by-rule'
import { actOnRules } from './change-rules'
import { readWaitingTenders } from './read-waiting'
import { readRules, tryRules } from './rules'

let world: TestWorld
const rule = (over: Partial<AnswerRule> = {}): AnswerRule =>
  answerRuleSchema.parse({ name: 'West', verdict: 'accept', lanes: [{ from: 'ID', to: '' }], ...over })

beforeEach(async () => {
  world = testWorld()
  const own = addPartner(world.db)
  mapSampleCodes(world.db, own.id)
  receive(world.db, fileOf(1, tenderOf('A1'), tenderOf('A2'), tenderOf('A3')), { partner: own, source: 'x' }, now)
  await readWaitingTenders(world.db, () => now)
  const act = { ...ines, repId: 1 }
  answerTender(world.db, 1, { kind: 'accept', note: '' }, act)
  answerTender(world.db, 2, { kind: 'decline', reasonCode: 'T3', note: '' }, act)
})
afterEach(() => world.end())

const act = (asked: Parameters<typeof actOnRules>[1]) => actOnRules(world.db, asked, ruth)
const rules = () => world.db.select().from(answeringRule).orderBy(answeringRule.position).all()
const save = (over: Partial<AnswerRule> = {}, ruleId: number | null = null) =>
  act({ intent: 'save', customerId: 1, ruleId, rule: rule(over) })

test('a rule is off until it was tried out as it stands; changing it switches it off again', () => {
  save()
  const { id } = rules()[0]!
  expect(act({ intent: 'switch', ruleId: id, on: true })).toMatchObject({ refusal: { code: 'not_tried' } })
  // Another rule's try-out is not this one's.
  act({ intent: 'try', customerId: 1, rules: [rule({ minDays: 3 })] })
  expect(act({ intent: 'switch', ruleId: id, on: true })).toMatchObject({ refusal: { code: 'not_tried' } })
  expect(act({ intent: 'try', customerId: 1, rules: [rule()] })).toMatchObject({ done: true, tried: { tenders: 2 } })
  expect(act({ intent: 'switch', ruleId: id, on: true })).toEqual({ done: true })
  save({ minDays: 1 }, id)
  expect(rules()[0]).toMatchObject({ on: false, triedAt: null, madeBy: 'Ruth Amsel' })
})

test('the try-out looks at what was answered, not at what waits, and at the margin of the loads that came of it', () => {
  const tried = tryRules(world.db, 1, [rule()], now)
  expect(tried).toMatchObject({
    tenders: 2,
    accepted: { count: 2, sellMinor: 576_000, loads: 0, declinedThen: 1 },
    handedOver: 0,
    byRule: [2],
  })
  expect(tryRules(world.db, 1, [rule({ lanes: [{ from: 'WA', to: '' }] })], now)).toMatchObject({ handedOver: 2 })
  expect(tryRules(world.db, 1, [rule()], now + 91 * 86_400_000).tenders).toBe(0)
  expect(tryRules(world.db, 2, [rule()], now).tenders).toBe(0)
})

test('rules stand in their order, and can be moved and removed', () => {
  save({ name: 'First' })
  save({ name: 'Second' })
  const [first, second] = rules()
  act({ intent: 'move', ruleId: second!.id, by: -1 })
  expect(rules().map((row) => row.rule.name)).toEqual(['Second', 'First'])
  act({ intent: 'move', ruleId: second!.id, by: -1 })
  expect(rules().map((row) => row.rule.name)).toEqual(['Second', 'First'])
  act({ intent: 'remove', ruleId: first!.id })
  expect(rules().map((row) => row.rule.name)).toEqual(['Second'])
  for (const asked of [
    { intent: 'remove', ruleId: 99 },
    { intent: 'switch', ruleId: 99, on: false },
    { intent: 'move', ruleId: 99, by: 1 },
  ] as const)
    expect(act(asked)).toMatchObject({ refusal: { code: 'no_such_rule' } })
})

test('a hold is kept with its reason and lifted with none; who tenders is listed with it', () => {
  act({ intent: 'hold', customerId: 1, hold: 'bills are late' })
  expect(readRules(world.db, null)).toMatchObject({
    customers: [{ id: 1, hold: 'bills are late', rulesOn: 0 }],
    chosen: { id: 1 },
  })
  act({ intent: 'hold', customerId: 1, hold: '' })
  expect(world.db.select().from(customer).where(eq(customer.id, 1)).get()!.hold).toBeNull()
  expect(act({ intent: 'hold', customerId: 99, hold: null })).toMatchObject({ refusal: { code: 'no_such_customer' } })
})

test('what was answered stands with who answered', () => {
  expect(
    readAnswered(world.db, false).map(({ shipmentId, state, answeredBy, reasonCode }) => [
      shipmentId,
      state,
      answeredBy,
      reasonCode,
    ]),
  ).toEqual(
    expect.arrayContaining([
      ['A1', 'accepted', 'Ines Calloway', null],
      ['A2', 'declined', 'Ines Calloway', 'T3'],
    ]),
  )
  expect(readAnswered(world.db, true)).toEqual([])
  world.db.update(tenderNotice).set({ answeredByRule: true, answeredBy: 'West' }).where(eq(tenderNotice.id, 2)).run()
  expect(readAnswered(world.db, true)).toMatchObject([{ shipmentId: 'A2', answeredBy: 'West', byRule: true }])
})

test.each([
  // The week begins on Monday by the desk's clock, not by Greenwich's.
  [Date.UTC(2026, 10, 23, 6, 59), '2026-11-16'],
  [Date.UTC(2026, 10, 23, 7), '2026-11-23'],
  [Date.UTC(2026, 10, 30, 6, 59), '2026-11-23'],
  [Date.UTC(2027, 0, 1, 12), '2026-12-28'],
])('the week of %i begins on %s', (at, monday) => expect(weekOf(at, 'America/Boise')).toBe(monday))
