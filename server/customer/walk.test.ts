import { afterAll, beforeAll, expect, test } from 'vitest'
import { answerRuleSchema } from '#core/tender/answer-rules'
import { receive } from '#server/exchange/receive'
import { reread, resend } from '#server/exchange/retry'
import { removeFuelTable, saveFuelTable } from '#server/fuel/tables'
import { answeringRule, exchange, exchangeDocument, outbox } from '#server/schema'
import { actOnRules, type RulesAct } from '#server/tender/change-rules'
import { addPartner, fileOf, tenderOf } from '#server/testing/partners'
import { ruth, tried } from '#server/testing/walk'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { createCustomer, createProspect, setPayer } from './customers'
import { setCustomerPricing } from './pricing'

let world: TestWorld
beforeAll(() => {
  world = testWorld()
})
afterAll(() => world.end())

const ran = (outcome: object) => ('refusal' in outcome ? outcome : { done: true, events: [], results: [] }) as never
const walk = (prepare: () => void, steps: (() => object)[]) => {
  for (const step of steps) tried(world.db, prepare, () => ran(step()))
}
const customerOf = (name: string) =>
  ({ name, city: '', region: '', billingMail: 'ap@x.example', phone: '', currency: 'USD' }) as const
const table = { name: 'House', baseE3: 1250, stepE3: 60, basis: 'per_mile', addE4: 100, begunStepCounts: true } as const

test('every command on a customer, with and without a payer', () => {
  const steps = [1, 99].flatMap((id) => [
    () => setPayer(world.db, { customerId: id, billingMail: 'ap@x.example' }, ruth),
    () => setCustomerPricing(world.db, id, { rule: null, fuelTableId: null, showMiles: true }, ruth),
    () => setCustomerPricing(world.db, id, { rule: null, fuelTableId: 99, showMiles: true }, ruth),
    () => actOnRules(world.db, { intent: 'hold', customerId: id, hold: 'bills are late' }, ruth),
    () => actOnRules(world.db, { intent: 'hold', customerId: id, hold: null }, ruth),
  ])
  for (const payer of [null, 'ap@snowmelt.example'])
    walk(
      () => world.db.$client.prepare('update customer set billing_mail = ? where id = 1').run(payer),
      [
        ...steps,
        () => createCustomer(world.db, customerOf('Two Otters Beverage'), ruth),
        () => createCustomer(world.db, customerOf('SNOWMELT POTATO GROWERS'), ruth),
        () => createProspect(world.db, { name: 'Gravel & Wren' }, ruth),
      ],
    )
})

test('every command on the answering rules, tried out or not', () => {
  const rule = answerRuleSchema.parse({ name: 'West', verdict: 'accept' })
  actOnRules(world.db, { intent: 'save', customerId: 1, ruleId: null, rule }, ruth)
  actOnRules(world.db, { intent: 'save', customerId: 1, ruleId: null, rule: { ...rule, name: 'Rest' } }, ruth)
  const [first, second] = world.db.select().from(answeringRule).all()
  const acts: RulesAct[] = [first!.id, second!.id, 99].flatMap((ruleId): RulesAct[] => [
    { intent: 'try', customerId: 1, rules: [rule] },
    { intent: 'save', customerId: 1, ruleId, rule },
    { intent: 'switch', ruleId, on: true },
    { intent: 'switch', ruleId, on: false },
    { intent: 'move', ruleId, by: 1 },
    { intent: 'move', ruleId, by: -1 },
    { intent: 'remove', ruleId },
  ])
  for (const triedAt of [null, now])
    walk(
      () =>
        world.db
          .update(answeringRule)
          .set({ triedAt, on: triedAt !== null })
          .run(),
      [
        ...acts.map((each) => () => actOnRules(world.db, each as never, ruth)),
        () => actOnRules(world.db, { intent: 'try', customerId: 99, rules: [rule] }, ruth),
      ],
    )
})

test('every command on a fuel table, used or not', () => {
  const { id } = saveFuelTable(world.db, null, table, ruth) as { id: number }
  for (const usedBy of [null, id])
    walk(
      () => world.db.$client.prepare('update customer set fuel_table_id = ? where id = 1').run(usedBy),
      [
        () => saveFuelTable(world.db, null, table, ruth),
        () => saveFuelTable(world.db, null, { ...table, name: 'Other' }, ruth),
        () => saveFuelTable(world.db, id, { ...table, addE4: 200 }, ruth),
        () => saveFuelTable(world.db, 99, { ...table, name: 'Other' }, ruth),
        () => removeFuelTable(world.db, id, ruth),
        () => removeFuelTable(world.db, 99, ruth),
      ],
    )
})

test('sending and reading once more, in every state of what went and what came', () => {
  receive(world.db, fileOf(1, tenderOf('SM1')), { partner: addPartner(world.db), source: 'a test' }, now)
  const sent = world.db.select().from(exchange).all()
  const documents = world.db.select().from(exchangeDocument).all()
  expect(new Set(sent.map(({ direction }) => direction))).toEqual(new Set(['in', 'out']))
  for (const state of ['waiting', 'sent', 'failed'] as const)
    for (const held of ['waiting', 'held'] as const)
      walk(() => {
        world.db.$client.prepare("update exchange set state = ? where direction = 'out'").run(state)
        world.db.update(outbox).set({ state: held }).run()
      }, [
        ...[...sent, { id: 999 }].map(
          ({ id }) =>
            () =>
              resend(world.db, id, ruth),
        ),
        ...[...documents, { id: 999 }].map(
          ({ id }) =>
            () =>
              reread(world.db, id, ruth),
        ),
      ])
})
