import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { logWords } from '#core/load/log-words'
import { minute } from '#core/time/local'
import { eventsOf, happened } from '#server/event/event'
import { carryOut } from '#server/load/commands'
import { readLoadPage } from '#server/load-page/read'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { carrier, customer, guideOffer, load, outbox, policy } from '#server/schema'
import { awardedProject } from '#server/testing/bids'
import { ines, now, openLoad, openOffers, type TestWorld, terms, testWorld } from '#server/testing/world'
import { answerByLink, guideToken, readGuideLink } from './link'
import { offerDue, offerNext } from './offer-next'
import { guideRule } from './places'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const asked = (loadId: number) =>
  world.db
    .select({ id: guideOffer.id, carrierId: guideOffer.carrierId, state: guideOffer.state })
    .from(guideOffer)
    .where(eq(guideOffer.loadId, loadId))
    .all()
const tokenOf = (loadId: number) => guideToken(asked(loadId).at(-1)!.id)
const answer = (loadId: number, said: 'accepted' | 'declined', at = now + minute) =>
  answerByLink(world.db, tokenOf(loadId), { answer: said, name: 'Ada Reyes' }, at)
const stateOf = (loadId: number) => world.db.select().from(load).where(eq(load.id, loadId)).get()!
const logOf = (loadId: number) =>
  eventsOf(world.db, 'load', loadId, 50)
    .reverse()
    .map((row) => logWords(happened<'load'>(row)))
const mailsTo = (loadId: number) =>
  world.db
    .select()
    .from(outbox)
    .where(eq(outbox.loadId, loadId))
    .all()
    .filter(({ payload }) => 'guide' in payload)

describe('a load on a lane of the guide', () => {
  test('goes to the first, then to the second, and is awarded to who accepts, each step in the log', () => {
    awardedProject(world.db, [180_000, 185_000, 190_000])
    const loadId = openLoad(world.db)
    expect(offerDue(world.db, now)).toBe(1)
    expect(offerDue(world.db, now + 29 * minute)).toBe(0)
    expect(asked(loadId)).toMatchObject([{ carrierId: 1, state: 'out' }])
    expect(answer(loadId, 'declined')).toEqual({ done: true, isAwarded: false })
    offerDue(world.db, now + 2 * minute)
    expect(answer(loadId, 'accepted', now + 3 * minute)).toEqual({ done: true, isAwarded: true })
    expect(stateOf(loadId)).toMatchObject({ state: 'covered', carrierId: 2, payMinor: 185_000 })
    expect(logOf(loadId)).toEqual(
      expect.arrayContaining([
        'Routing guide: offered to Carrier 1 (no. 1) at $1,800, 30 minutes to answer',
        'Routing guide: Carrier 1 declined (Ada Reyes)',
        'Routing guide: offered to Carrier 2 (no. 2) at $1,850, 30 minutes to answer',
        'Routing guide: Carrier 2 took it (Ada Reyes)',
        'Awarded to Carrier 2 at $1,850',
      ]),
    )
    expect(mailsTo(loadId)).toHaveLength(2)
    expect(readLoadPage(world.db, loadId, now)!.guide).toMatchObject({
      state: 'accepted',
      asked: [
        { carrierName: 'Carrier 1', state: 'declined' },
        { carrierName: 'Carrier 2', state: 'accepted' },
      ],
    })
  })
  test('passes on from who does not answer in time; too late is told so; at the end nobody is left', () => {
    awardedProject(world.db, [180_000, 185_000, 190_000])
    const loadId = openLoad(world.db)
    offerDue(world.db, now)
    const late = tokenOf(loadId)
    expect(answerByLink(world.db, late, { answer: 'accepted', name: 'Ada' }, now + 30 * minute)).toMatchObject({
      refusal: { code: 'guide_over' },
    })
    for (let round = 1; round <= 4; round++) offerDue(world.db, now + round * 31 * minute)
    expect(asked(loadId).map(({ state }) => state)).toEqual(['expired', 'expired', 'expired'])
    expect(logOf(loadId).at(-1)).toBe('Routing guide: nobody is left to ask')
    expect(readGuideLink(world.db, late, now)).toMatchObject({ state: 'expired' })
  })
  test('skips who has no trucks left that week, who is above max, whom vetting blocks, and says why', () => {
    awardedProject(world.db, [180_000, 270_000, 190_000])
    for (let taken = 0; taken < 2; taken++) {
      const loadId = openLoad(world.db)
      offerDue(world.db, now)
      answer(loadId, 'accepted')
    }
    world.db.update(policy).set({ expiresOn: '2026-11-25' }).where(eq(policy.carrierId, 3)).run()
    const loadId = openLoad(world.db)
    carryOut(world.db, loadId, { kind: 'set_limits', targetPayMinor: 180_000, maxPayMinor: 250_000 }, ines)
    offerDue(world.db, now)
    expect(asked(loadId)).toEqual([])
    const log = logOf(loadId).filter((words) => words.startsWith('Routing guide'))
    expect(log[0]).toBe('Routing guide: Carrier 1 (no. 1) skipped: its 2 loads of that week are taken')
    expect(log[1]).toContain('Carrier 2 (no. 2) skipped: $2,700 is above max pay, $2,500')
    expect(log[2]).toContain('Carrier 3 (no. 3) skipped')
    expect(log[3]).toBe('Routing guide: nobody is left to ask')
    expect(offerDue(world.db, now + minute)).toBe(0)
  })
  test('is asked of nobody else once somebody has it, and goes on where that carrier falls through', () => {
    awardedProject(world.db, [180_000, 185_000, 190_000])
    const loadId = openLoad(world.db)
    offerDue(world.db, now)
    const first = tokenOf(loadId)
    recordOffer(world.db, loadId, { carrierId: 3, payMinor: 175_000, source: 'phone', goodUntil: null, note: '' }, ines)
    const [byPhone] = openOffers(world.db, loadId)
    const award = {
      offerId: byPhone!.id,
      buyCharges: [flatCharge('line_haul', 175_000)],
      override: null,
      role: 'manager',
    }
    expect(awardLoad(world.db, loadId, award as never, ines)).toEqual({ done: true })
    expect(asked(loadId)).toMatchObject([{ state: 'withdrawn' }])
    expect(answerByLink(world.db, first, { answer: 'accepted', name: 'Ada' }, now + minute)).toHaveProperty('refusal')
    expect(offerDue(world.db, now + minute)).toBe(0)

    const other = openLoad(world.db)
    offerDue(world.db, now)
    answer(other, 'accepted')
    carryOut(world.db, other, { kind: 'release', reason: 'broke down' }, ines)
    offerDue(world.db, now + 2 * minute)
    expect(asked(other)).toMatchObject([
      { carrierId: 1, state: 'accepted' },
      { carrierId: 2, state: 'out' },
    ])
  })
  test('a yes that a rule forbids by then stands as an offer, and the guide waits for a person', () => {
    awardedProject(world.db, [180_000, 185_000, 190_000])
    const loadId = openLoad(world.db)
    offerDue(world.db, now)
    world.db.update(policy).set({ expiresOn: '2026-11-25' }).where(eq(policy.carrierId, 1)).run()
    expect(answer(loadId, 'accepted')).toEqual({ done: true, isAwarded: false })
    expect(stateOf(loadId).state).toBe('uncovered')
    expect(openOffers(world.db, loadId)).toMatchObject([{ carrierId: 1, payMinor: 180_000 }])
    expect(offerDue(world.db, now + 40 * minute)).toBe(0)
    expect(logOf(loadId).at(-1)).toContain('Routing guide stopped for this load: Vetting blocks this award')
  })
  test('a rep steps in: the next one at once, or nobody any more', () => {
    awardedProject(world.db, [180_000, 185_000, 190_000])
    const loadId = openLoad(world.db)
    offerDue(world.db, now)
    expect(offerNext(world.db, loadId, { now: now + minute, by: guideRule })).toMatchObject({
      refusal: { code: 'guide_waits' },
    })
    expect(offerNext(world.db, loadId, ines, true)).toEqual({ done: true })
    expect(asked(loadId)).toMatchObject([{ state: 'withdrawn' }, { carrierId: 2, state: 'out' }])
    carryOut(world.db, loadId, { kind: 'stop_guide' }, ines)
    expect(offerDue(world.db, now + 40 * minute)).toBe(0)
    expect(asked(loadId).filter(({ state }) => state === 'out')).toEqual([])
  })
})

describe('is not offered', () => {
  test.each([
    ['of another customer', { customerId: 2 }],
    ['of other equipment', { equipment: 'van' as const, tempMinF: null, tempMaxF: null }],
    ['for practice', { practice: true }],
  ])('a load %s', (_, over) => {
    awardedProject(world.db, [180_000, 185_000, 190_000])
    world.db.update(customer).set({ billingMail: 'bills@nobody.example' }).where(eq(customer.id, 2)).run()
    openLoad(world.db, over)
    expect(offerDue(world.db, now)).toBe(0)
  })
  test('a load before the guide begins or after it ends', () => {
    awardedProject(world.db, [180_000, 185_000, 190_000], { validFrom: '2026-11-25' })
    const loadId = openLoad(world.db)
    expect(offerDue(world.db, now)).toBe(0)
    expect(asked(loadId)).toEqual([])
  })
  test('a load with a stop between', () => {
    awardedProject(world.db, [180_000, 185_000, 190_000])
    const [pickup, delivery] = terms().stops
    const between = { ...delivery!, earliestLocal: '2026-11-25T08:00', latestLocal: '2026-11-25T11:00' }
    openLoad(world.db, { stops: [pickup!, between, delivery!] })
    expect(offerDue(world.db, now)).toBe(0)
  })
})

test('a carrier sees of the load what it hauls and is paid, and nothing of the customer or the price we sell at', () => {
  awardedProject(world.db, [180_000, 185_000, 190_000])
  const loadId = openLoad(world.db, {
    notes: [
      { audience: 'us', text: 'MARKER-1' },
      { audience: 'carrier', text: 'Dock 4' },
    ],
  })
  offerDue(world.db, now)
  world.db.update(carrier).set({ name: 'MARKER-2' }).where(eq(carrier.id, 2)).run()
  const read = JSON.stringify(readGuideLink(world.db, tokenOf(loadId), now))
  expect(read).toContain('Dock 4')
  expect(read).toContain('180000')
  for (const hidden of ['MARKER', 'Snowmelt', '288000', 'PU1', 'Seed potatoes', 'PR-'])
    expect(read, hidden).not.toContain(hidden)
})
