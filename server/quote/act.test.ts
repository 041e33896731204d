import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { Viewer } from '#server/access/viewer'
import { placeRateModel } from '#server/rates/model'
import { event, quoteLine } from '#server/schema'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { actOnQuote, type QuoteAct, quoteActSchema } from './act'
import { createQuote } from './quotes'

const person = (role: Viewer['role']): Viewer => ({
  id: 1,
  name: 'Ines Calloway',
  mail: 'ines@ploverrook.example',
  phone: '208-555-0101',
  role,
})
let world: TestWorld
let quoteId: number
beforeEach(() => {
  world = testWorld()
  placeRateModel(null)
  const made = createQuote(world.db, { customerId: 1 }, { ...ines, repId: 1 })
  if (!('quoteId' in made)) throw new Error('no quote')
  quoteId = made.quoteId
})
afterEach(() => world.end())

const act = (given: QuoteAct, role: Viewer['role'] = 'rep') =>
  actOnQuote(world.db, quoteId, quoteActSchema.parse(given), person(role), now)
const rows = [
  { cells: { origin: 'Twin Falls ID', dest: 'Phoenix AZ', equipment: 'reefer', price: '2800' } },
  { cells: { origin: 'Boise ID', dest: 'Reno NV', equipment: 'van', price: '1900' } },
]
const lineIds = () =>
  world.db
    .select({ id: quoteLine.id })
    .from(quoteLine)
    .all()
    .map((row) => row.id)
const logged = () =>
  world.db
    .select()
    .from(event)
    .all()
    .map((row) => row.kind)

const everyAct: QuoteAct[] = [
  { intent: 'add_lines', rows },
  { intent: 'change_line', lineId: 1, cells: { price: '2900' } },
  { intent: 'remove_lines', lineIds: [1] },
  { intent: 'reprice', lineIds: [1] },
  { intent: 'win', lineIds: [1], loads: null },
  { intent: 'lose', lineIds: [1], why: 'price', toMinor: null },
  { intent: 'reopen', lineIds: [1] },
]

test.each(everyAct.map((each) => [each.intent, each] as const))('who only looks may not %s', (_, given) => {
  const before = logged()
  expect(() => act(given, 'viewer')).toThrow(Response)
  expect(logged()).toEqual(before)
  expect(lineIds()).toEqual([])
})

describe('what comes over the wire', () => {
  test.each<[string, Record<string, unknown>, string]>([
    ['no rows', { intent: 'add_lines', rows: [] }, 'rows'],
    ['no line chosen', { intent: 'win', lineIds: [], loads: null }, 'Choose a line'],
    ['a loss at half a dollar', { intent: 'lose', lineIds: [1], why: 'price', toMinor: 50 }, 'That is no price'],
    ['a reason there is none of', { intent: 'lose', lineIds: [1], why: 'weather', toMinor: null }, 'why'],
    ['an act there is none of', { intent: 'forget' }, 'intent'],
  ])('%s is reported', (_, given, words) => {
    const { success, error } = quoteActSchema.safeParse(given)
    expect(success).toBe(false)
    expect(JSON.stringify(error!.issues)).toContain(words)
  })
})

describe('a rep', () => {
  test('adds, changes, prices again and removes lines; the answer is the lines as they are now', () => {
    const added = act({ intent: 'add_lines', rows })
    expect(added).toMatchObject({ lines: [{ originCity: 'Twin Falls' }, { originCity: 'Boise' }] })
    const [one, other] = lineIds()
    expect(act({ intent: 'change_line', lineId: one!, cells: { dest: 'Tucson AZ' } })).toMatchObject({
      lines: [{ id: one, destCity: 'Tucson' }],
    })
    expect(act({ intent: 'reprice', lineIds: [one!, other!] })).toMatchObject({ lines: [{ id: one }, { id: other }] })
    expect(act({ intent: 'remove_lines', lineIds: [other!] })).toMatchObject({
      lines: [],
      removed: [{ cells: { origin: 'Boise ID' } }],
    })
    expect(lineIds()).toEqual([one])
    expect(logged()).toEqual(expect.arrayContaining(['lines_added', 'line_changed', 'repriced', 'lines_removed']))
  })
  test('loses a line that was sent, and opens it again', () => {
    act({ intent: 'add_lines', rows })
    expect(act({ intent: 'send', to: 'buyer@snowmelt.example' } as QuoteAct)).toMatchObject({ version: 1 })
    const [one] = lineIds()
    expect(act({ intent: 'lose', lineIds: [one!], why: 'price', toMinor: 250_000 })).toMatchObject({
      lines: [{ id: one, state: 'lost' }],
    })
    expect(act({ intent: 'reopen', lineIds: [one!] })).not.toHaveProperty('refusal')
    expect(logged()).toEqual(expect.arrayContaining(['sent', 'lost', 'reopened']))
  })
  test('is refused, with a sentence, what the line does not allow', () => {
    act({ intent: 'add_lines', rows })
    const [one] = lineIds()
    const outcome = act({ intent: 'reopen', lineIds: [one!] })
    expect(outcome).toHaveProperty('refusal.message')
  })
})
