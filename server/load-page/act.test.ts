import { and, eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { usualTerms } from '#core/posting/terms'
import type { Viewer } from '#server/access/viewer'
import { confirmation, event, link, load, offer, outbox, posting } from '#server/schema'
import { connectBoard } from '#server/testing/boards'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { actOnLoad, type LoadAct, loadActSchema } from './act'

const person = (role: Viewer['role']): Viewer => ({
  id: 1,
  name: 'Ines Calloway',
  mail: 'ines@ploverrook.example',
  phone: '208-555-0101',
  role,
})
let world: TestWorld
let loadId: number
beforeEach(() => {
  world = testWorld()
  connectBoard(world.db, 'Saltlick')
  loadId = openLoad(world.db)
})
afterEach(() => world.end())

const act = (given: LoadAct, role: Viewer['role'] = 'rep', at = now) =>
  actOnLoad(world.db, loadId, loadActSchema.parse(given), person(role), at)
const theLoad = () => world.db.select().from(load).where(eq(load.id, loadId)).get()!
const lines = () =>
  world.db
    .select()
    .from(event)
    .where(and(eq(event.aggregate, 'load'), eq(event.aggregateId, loadId)))
    .all()
const pay = [flatCharge('line_haul', 248_000)]
const offered = () => {
  expect(
    act({
      intent: 'record_offer',
      offer: { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' },
    }),
  ).not.toHaveProperty('refusal')
  return world.db.select({ id: offer.id }).from(offer).all().at(-1)!.id
}

test('a declined offer stands again; a load taken back to a draft keeps it, and whom we spoke with', () => {
  const spoken = { carrierId: 1, payMinor: 248_000, person: 'Dot Fenn', phone: '208-555-0142' }
  act({ intent: 'record_offer', offer: { ...spoken, goodUntil: now + 60_000 } })
  const offerId = world.db.select({ id: offer.id }).from(offer).all()[0]!.id
  act({ intent: 'decline_offer', offerId })
  expect(act({ intent: 'reopen_offer', offerId })).toEqual({ done: true })
  act({ intent: 'record_offer', offer: { carrierId: 1, payMinor: 240_000 } })
  act({ intent: 'withdraw', reason: 'waits for paperwork' })
  expect(theLoad().state).toBe('draft')
  expect(world.db.select().from(offer).all()).toMatchObject([
    { state: 'open', payMinor: 240_000, goodUntil: null, person: 'Dot Fenn', phone: '208-555-0142' },
  ])
})

test('what a rep writes on the confirmation goes out with it, unless it tells what carriers must not know', () => {
  act({ intent: 'award', offerId: offered(), buyCharges: pay })
  const send = (message: string, again = false) =>
    act({ intent: 'send_confirmation', to: 'dispatch@carrier1.example', message, subject: 'Tuesday', again })
  expect(send('For Snowmelt Potato Growers, as agreed.')).toHaveProperty('refusal.code', 'confirmation_tells_too_much')
  expect(send('Two straps, please.')).toEqual({ done: true })
  const [mail] = world.db.select().from(outbox).where(eq(outbox.kind, 'mail')).all()
  expect(mail!.payload).toMatchObject({ own: { subject: 'Tuesday', message: 'Two straps, please.' } })
})

/** One act of every kind, as the page would send it. */
const everyAct: LoadAct[] = [
  { intent: 'open' },
  { intent: 'withdraw', reason: 'paperwork is missing' },
  { intent: 'set_limits', targetPayMinor: 200_000, maxPayMinor: 220_000 },
  { intent: 'post', boards: ['Saltlick'], terms: usualTerms },
  { intent: 'take_down' },
  { intent: 'unpost', postingId: 1 },
  { intent: 'record_offer', offer: { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' } },
  { intent: 'counter_offer', offerId: 1, counterMinor: 230_000 },
  { intent: 'decline_offer', offerId: 1 },
  { intent: 'reopen_offer', offerId: 1 },
  { intent: 'award', offerId: 1, buyCharges: pay },
  { intent: 'change_pay', buyCharges: pay },
  { intent: 'send_confirmation', to: 'dispatch@carrier1.example' },
  { intent: 'revoke_links', confirmationId: 1 },
  { intent: 'release', reason: 'truck broke down' },
  { intent: 'advance', to: 'dispatched' },
  { intent: 'cancel', reason: 'not ready' },
  { intent: 'bill' },
]

describe('who only looks', () => {
  test.each(everyAct.map((each) => [each.intent, each] as const))('may not %s, and nothing is written', (_, given) => {
    const before = [theLoad(), lines().length]
    let answer: unknown
    try {
      answer = act(given, 'viewer')
    } catch (thrown) {
      answer = thrown
    }
    expect(answer).toBeInstanceOf(Response)
    expect((answer as Response).status).toBe(403)
    expect([theLoad(), lines().length]).toEqual(before)
  })
})

describe('what comes over the wire', () => {
  test.each<[string, Record<string, unknown>, string]>([
    ['a target of nothing', { intent: 'set_limits', targetPayMinor: 0, maxPayMinor: 220_000 }, 'Give the target'],
    [
      'a most of a million dollars and a cent',
      { intent: 'set_limits', targetPayMinor: 200_000, maxPayMinor: 100_000_001 },
      'maxPayMinor',
    ],
    ['no charges', { intent: 'award', offerId: 1, buyCharges: [] }, 'Give the line haul'],
    ['half a reason', { intent: 'release', reason: ' a ' }, 'Say why, in a few words'],
    ['a novel for a reason', { intent: 'cancel', reason: 'x'.repeat(301) }, 'At most 300 characters'],
    ['no address', { intent: 'send_confirmation', to: 'dispatch' }, 'Give an email address'],
    [
      'a driver’s phone of six digits',
      { intent: 'advance', to: 'dispatched', driver: { name: 'Jo', phone: '555-01', truck: '' } },
      'Ten digits, as 208-555-0101',
    ],
    ['a state there is none of', { intent: 'advance', to: 'teleported' }, 'to'],
    ['an act there is none of', { intent: 'give_away' }, 'intent'],
  ])('%s is reported', (_, given, words) => {
    const { success, error } = loadActSchema.safeParse(given)
    expect(success).toBe(false)
    expect(JSON.stringify(error!.issues)).toContain(words)
  })
})

describe('a rep', () => {
  test('sets limits, posts, collects, counters, turns down; each with a name in the log', () => {
    expect(act({ intent: 'set_limits', targetPayMinor: 220_000, maxPayMinor: 250_000 })).not.toHaveProperty('refusal')
    expect(theLoad()).toMatchObject({ targetPayMinor: 220_000, maxPayMinor: 250_000 })
    expect(act({ intent: 'post', boards: ['Saltlick'], terms: usualTerms })).not.toHaveProperty('refusal')
    expect(
      act({ intent: 'unpost', postingId: world.db.select({ id: posting.id }).from(posting).get()!.id }),
    ).not.toHaveProperty('refusal')
    const offerId = offered()
    expect(act({ intent: 'counter_offer', offerId, counterMinor: 235_000 })).not.toHaveProperty('refusal')
    expect(act({ intent: 'decline_offer', offerId })).not.toHaveProperty('refusal')
    expect(act({ intent: 'decline_offer', offerId })).toHaveProperty('refusal')
    expect(lines().every((line) => line.actorName === 'Ines Calloway')).toBe(true)
    expect(lines().map((line) => line.kind)).toEqual(
      expect.arrayContaining([
        'limits_set',
        'posting_asked',
        'posting_removal_asked',
        'offer_recorded',
        'offer_countered',
        'offer_ended',
      ]),
    )
  })
  test('awards, changes the pay, releases, and awards again', () => {
    const offerId = offered()
    expect(act({ intent: 'award', offerId, buyCharges: pay })).not.toHaveProperty('refusal')
    expect(theLoad()).toMatchObject({ state: 'covered' })
    expect(act({ intent: 'change_pay', buyCharges: [flatCharge('line_haul', 251_000)] })).not.toHaveProperty('refusal')
    expect(act({ intent: 'release', reason: 'truck broke down' })).not.toHaveProperty('refusal')
    expect(theLoad()).toMatchObject({ state: 'uncovered' })
    expect(act({ intent: 'award', offerId: offered(), buyCharges: pay })).not.toHaveProperty('refusal')
  })
  test('withdraws the links of a confirmation of this load, and of no other', () => {
    act({ intent: 'award', offerId: offered(), buyCharges: pay })
    act({ intent: 'send_confirmation', to: 'dispatch@carrier1.example' })
    const { id } = world.db.select({ id: confirmation.id }).from(confirmation).get()!
    const other = openLoad(world.db)
    const revoke = (on: number) =>
      actOnLoad(world.db, on, loadActSchema.parse({ intent: 'revoke_links', confirmationId: id }), person('rep'), now)
    expect(revoke(other)).toMatchObject({ refusal: { code: 'no_such_confirmation' } })
    expect(revoke(loadId)).toEqual({ done: true })
    expect(
      world.db
        .select()
        .from(link)
        .all()
        .every((row) => row.revokedAt !== null),
    ).toBe(true)
  })
  test('cancels; a load that is gone takes no offer and no post', () => {
    expect(act({ intent: 'cancel', reason: 'not ready' })).not.toHaveProperty('refusal')
    expect(act({ intent: 'post', boards: ['Saltlick'], terms: usualTerms })).toHaveProperty('refusal')
    expect(
      act({
        intent: 'record_offer',
        offer: { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' },
      }),
    ).toHaveProperty('refusal')
  })
  test('of a load that is not there is a refusal, not a crash', () => {
    for (const given of everyAct)
      expect(() => actOnLoad(world.db, 9_999, loadActSchema.parse(given), person('rep'), now)).not.toThrow(TypeError)
  })
})
