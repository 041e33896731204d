import { and, eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { logWords } from '#core/load/log-words'
import { readLoadPage } from '#server/load-page/read'
import { awardLoad, changePay } from '#server/offer/award'
import { lapseOffers, recordOffer } from '#server/offer/offers'
import { carrierDocument, confirmation, event, load, offer, outbox, posting } from '#server/schema'
import { ines, now, openLoad, openOffers, type TestWorld, terms, testWorld } from '#server/testing/world'
import { changeLoad } from './change'
import { carryOut } from './commands'
import { findLoads } from './list'
import { createLoad } from './save'
import { readTerms } from './terms'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const offered = (loadId: number, carrierId: number, payMinor = 248_000, goodUntil: number | null = null) =>
  recordOffer(world.db, loadId, { carrierId, payMinor, source: 'phone', goodUntil, note: '' }, ines)
const award = (loadId: number, offerId: number, over = {}) =>
  awardLoad(
    world.db,
    loadId,
    { offerId, buyCharges: [flatCharge('line_haul', 248_000)], override: null, role: 'rep' as const, ...over },
    ines,
  )
const save = (loadId: number, changed: ReturnType<typeof terms>) =>
  changeLoad(world.db, loadId, { terms: changed, open: true, acknowledged: [], copiedFrom: null }, ines)
const sentences = (loadId: number) =>
  readLoadPage(world.db, loadId, now)!
    .log.map((line) => logWords(line.event))
    .reverse()

describe('saving', () => {
  test('what is saved is read back the same', () => {
    const loadId = openLoad(world.db)
    expect(readTerms(world.db, loadId)).toEqual(terms())
    const row = world.db.select().from(load).get()!
    expect(row).toMatchObject({
      state: 'uncovered',
      sellMinor: 288_000,
      originCity: 'Twin Falls',
      destCity: 'Phoenix',
      openedAt: now,
    })
    expect(row.pickupAt).toBe(Date.UTC(2026, 10, 24, 15))
    expect(row.targetPayMinor! <= row.maxPayMinor!).toBe(true)
  })
  test('a load in the past is refused and nothing is written', () => {
    const past = terms({
      stops: [{ ...terms().stops[0]!, earliestLocal: '2026-11-22T08:00', latestLocal: null }, terms().stops[1]!],
    })
    const made = createLoad(
      world.db,
      { terms: past, open: true, acknowledged: [], copiedFrom: null },
      { ...ines, repId: 1 },
    )
    expect(made).toMatchObject({ problems: [{ code: 'in_the_past' }] })
    expect(world.db.select().from(load).all()).toEqual([])
    expect(world.db.select().from(event).all()).toEqual([])
  })
  test('the same load may be kept as a draft, and is not opened while it is past', () => {
    const past = terms({
      stops: [{ ...terms().stops[0]!, earliestLocal: '2026-11-22T08:00', latestLocal: null }, terms().stops[1]!],
    })
    expect(
      createLoad(world.db, { terms: past, open: false, acknowledged: [], copiedFrom: null }, { ...ines, repId: 1 }),
    ).toEqual({ loadId: 1 })
    expect(world.db.select().from(load).get()!.state).toBe('draft')
  })
  test('a caution is passed only once it was seen', () => {
    const cheap = terms({ sellCharges: [] })
    const ask = (acknowledged: string[]) =>
      createLoad(world.db, { terms: cheap, open: true, acknowledged, copiedFrom: null }, { ...ines, repId: 1 })
    expect(ask([])).toMatchObject({ problems: [{ code: 'no_sell_charge' }] })
    expect(ask(['no_sell_charge'])).toEqual({ loadId: 1 })
  })
  test('a customer whom nobody can bill', () => {
    expect(
      createLoad(
        world.db,
        { terms: terms({ customerId: 2 }), open: true, acknowledged: [], copiedFrom: null },
        { ...ines, repId: 1 },
      ),
    ).toMatchObject({ problems: [{ code: 'no_payer' }] })
  })
  test('unknown customers and facilities are reported, not thrown', () => {
    const ask = (over: object) =>
      createLoad(
        world.db,
        { terms: terms(over), open: true, acknowledged: [], copiedFrom: null },
        { ...ines, repId: 1 },
      )
    expect(ask({ customerId: 99 })).toMatchObject({ refusal: { code: 'no_such_customer' } })
    expect(ask({ stops: [{ ...terms().stops[0]!, facilityId: 99 }, terms().stops[1]!] })).toMatchObject({
      refusal: { code: 'no_such_facility' },
    })
  })
})

describe('award', () => {
  test('one gets it, the others are turned down, the posting comes down, the confirmation stands', () => {
    const loadId = openLoad(world.db)
    carryOut(world.db, loadId, { kind: 'post', board: 'Saltlick' }, ines)
    for (const carrierId of [1, 2, 3]) offered(loadId, carrierId, 240_000 + carrierId * 1000)
    const [first] = openOffers(world.db, loadId)
    expect(award(loadId, first!.id)).toEqual({ done: true })
    expect(
      world.db
        .select({ state: offer.state })
        .from(offer)
        .all()
        .map((row) => row.state),
    ).toEqual(['awarded', 'turned_down', 'turned_down'])
    expect(world.db.select().from(load).get()).toMatchObject({ state: 'covered', carrierId: 1, payMinor: 248_000 })
    expect(world.db.select().from(confirmation).get()).toMatchObject({
      version: 1,
      number: 'RC-20001-1',
      state: 'issued',
    })
    expect(world.db.select({ kind: outbox.kind, payload: outbox.payload }).from(outbox).all()).toMatchObject([
      { payload: { what: 'put' } },
      { payload: { what: 'remove' } },
    ])
    expect(award(loadId, first!.id + 1)).toMatchObject({
      refusal: { code: 'already_awarded', message: 'PR-20001 is already awarded to Carrier 1.' },
    })
    expect(world.db.select().from(confirmation).all()).toHaveLength(1)
  })
  test('the gate stops, and only a manager’s reason passes it', () => {
    world.db
      .delete(carrierDocument)
      .where(and(eq(carrierDocument.carrierId, 1), eq(carrierDocument.kind, 'w9')))
      .run()
    const loadId = openLoad(world.db)
    offered(loadId, 1)
    const [only] = openOffers(world.db, loadId)
    expect(award(loadId, only!.id)).toMatchObject({ refusal: { code: 'gate_stops' } })
    expect(award(loadId, only!.id, { override: 'owner vouched' })).toMatchObject({
      refusal: { code: 'may_not_override' },
    })
    expect(award(loadId, only!.id, { override: 'owner vouched', role: 'manager' })).toEqual({ done: true })
    expect(sentences(loadId)).toContain('Awarded to Carrier 1 at $2,480, vetting overridden: owner vouched')
    expect(readLoadPage(world.db, loadId, now)!.gate.overrides).toMatchObject([
      {
        stage: 'award',
        because: 'owner vouched',
        byName: 'Ines Calloway',
        reasons: [{ code: 'no_w9', message: 'W-9 is not on file' }],
      },
    ])
  })
  test('an offer of another load cannot be awarded here', () => {
    const [one, other] = [openLoad(world.db), openLoad(world.db)]
    offered(other!, 1)
    expect(award(one!, openOffers(world.db, other!)[0]!.id)).toMatchObject({ refusal: { code: 'no_such_offer' } })
  })
  test('two currencies are never added', () => {
    const loadId = openLoad(world.db)
    offered(loadId, 1)
    const buyCharges = [flatCharge('line_haul', 248_000), { ...flatCharge('lumper', 100), currency: 'CAD' as const }]
    expect(award(loadId, 1, { buyCharges })).toMatchObject({ refusal: { code: 'mixed_currencies' } })
  })
  test('the database itself refuses a second award', () => {
    const loadId = openLoad(world.db)
    offered(loadId, 1)
    offered(loadId, 2)
    expect(() => world.db.update(offer).set({ state: 'awarded' }).run()).toThrow(/UNIQUE/)
  })
})

describe('after the award', () => {
  const covered = () => {
    const loadId = openLoad(world.db)
    offered(loadId, 1)
    award(loadId, openOffers(world.db, loadId)[0]!.id)
    return loadId
  }
  test('a changed pay makes version 2 and voids version 1', () => {
    const loadId = covered()
    expect(
      changePay(
        world.db,
        loadId,
        { buyCharges: [flatCharge('line_haul', 250_000)], role: 'manager', priceReason: 'agreed so' },
        ines,
      ),
    ).toEqual({ done: true })
    expect(
      world.db.select({ version: confirmation.version, state: confirmation.state }).from(confirmation).all(),
    ).toEqual([
      { version: 1, state: 'void' },
      { version: 2, state: 'issued' },
    ])
    expect(world.db.select().from(confirmation).all()[1]!.terms.totalMinor).toBe(250_000)
    expect(world.db.select().from(load).get()!.payMinor).toBe(250_000)
  })
  test('pay of nothing is refused and leaves the old pay', () => {
    const loadId = covered()
    expect(
      changePay(
        world.db,
        loadId,
        { buyCharges: [flatCharge('line_haul', 0)], role: 'manager', priceReason: 'agreed so' },
        ines,
      ),
    ).toMatchObject({ refusal: { code: 'nothing_agreed' } })
    expect(readLoadPage(world.db, loadId, now)!.buy.totalMinor).toBe(248_000)
  })
  test('a changed weight makes version 2, a note for us does not', () => {
    const loadId = covered()
    save(loadId, terms({ notes: [{ audience: 'us', text: 'Even thinner' }] }))
    expect(world.db.select().from(confirmation).all()).toHaveLength(1)
    save(loadId, terms({ weightLb: 40_000 }))
    expect(
      world.db
        .select()
        .from(confirmation)
        .all()
        .map((row) => row.state),
    ).toEqual(['void', 'issued'])
    expect(sentences(loadId).some((line) => line.includes('42,300 lb') && line.includes('40,000 lb'))).toBe(true)
  })
  test('a delivered load keeps its terms: the refusal rolls everything back', () => {
    const loadId = covered()
    world.db.update(load).set({ state: 'delivered' }).run()
    expect(save(loadId, terms({ weightLb: 40_000 }))).toMatchObject({ refusal: { code: 'too_late_to_change' } })
    expect(readTerms(world.db, loadId)!.weightLb).toBe(42_300)
  })
  test('what came up on the way is still added after delivery, on both sides, until it is billed', () => {
    const loadId = covered()
    const detention = { ...flatCharge('detention', 15_000), note: 'three hours', day: '2026-11-26' }
    const withDetention = terms({ sellCharges: [...terms().sellCharges, detention] })
    const pay = (amountMinor: number) =>
      changePay(
        world.db,
        loadId,
        {
          buyCharges: [flatCharge('line_haul', 200_000), flatCharge('detention', amountMinor)],
          role: 'manager',
          priceReason: 'dock',
        },
        ines,
      )
    world.db.update(load).set({ state: 'delivered' }).run()
    expect(save(loadId, withDetention)).toEqual({ loadId })
    expect(sentences(loadId)).toContain(
      'Changed: Sell charges Line haul 2,880 flat to Line haul 2,880 flat; Detention, three hours, 150 flat on Nov 26, 2026',
    )
    expect(pay(10_000)).toEqual({ done: true })
    expect(
      world.db
        .select()
        .from(confirmation)
        .all()
        .map(({ state }) => state),
    ).toEqual(['void', 'issued'])
    world.db.update(load).set({ state: 'invoiced' }).run()
    expect(save(loadId, terms())).toMatchObject({ refusal: { code: 'too_late_to_change' } })
    expect(pay(12_000)).toEqual({ done: true })
    world.db.update(load).set({ state: 'paid' }).run()
    expect(pay(13_000)).toMatchObject({ refusal: { code: 'too_late_to_change' } })
    const noted = { ...withDetention, notes: [{ audience: 'us' as const, text: 'Paid late' }] }
    expect(save(loadId, noted)).toEqual({ loadId })
  })
  test('a carrier that falls through leaves the load open, and it can be awarded again', () => {
    const loadId = covered()
    expect(carryOut(world.db, loadId, { kind: 'release', reason: 'truck broke down' }, ines)).toEqual({ done: true })
    expect(world.db.select().from(load).get()).toMatchObject({ state: 'uncovered', carrierId: null, payMinor: null })
    offered(loadId, 2)
    award(loadId, openOffers(world.db, loadId)[0]!.id)
    expect(
      world.db
        .select({ number: confirmation.number })
        .from(confirmation)
        .all()
        .map((row) => row.number),
    ).toEqual(['RC-20001-1', 'RC-20001-2'])
  })
  test('one press and another send one mail', () => {
    const loadId = covered()
    const send = (again: boolean) =>
      carryOut(world.db, loadId, { kind: 'send_confirmation', to: 'a@b.example', again }, ines)
    expect([send(false), send(false)]).toMatchObject([{ done: true }, { refusal: { code: 'already_sent' } }])
    expect(world.db.select().from(outbox).all()).toHaveLength(1)
  })
})

describe('practice', () => {
  test('a practice load goes through everything and nothing enters the outbox', () => {
    const loadId = openLoad(world.db, { practice: true })
    carryOut(world.db, loadId, { kind: 'post', board: 'Saltlick' }, ines)
    expect(world.db.select().from(posting).get()!.state).toBe('up')
    offered(loadId, 1)
    award(loadId, openOffers(world.db, loadId)[0]!.id)
    carryOut(world.db, loadId, { kind: 'send_confirmation', to: 'a@b.example', again: false }, ines)
    expect(world.db.select().from(outbox).all()).toEqual([])
    expect(world.db.select().from(confirmation).get()!.terms.practice).toBe(true)
    expect(sentences(loadId).filter((line) => line.startsWith('Practice:'))).toHaveLength(3)
  })
  test('a real load cannot become a practice one behind the board’s back', () => {
    const loadId = openLoad(world.db)
    expect(save(loadId, terms({ practice: true }))).toMatchObject({ refusal: { code: 'practice_is_settled' } })
  })
})

test('offers lapse at their minute, by the rule, and stay in the log', () => {
  const loadId = openLoad(world.db)
  offered(loadId, 1, 248_000, now + 60_000)
  expect(lapseOffers(world.db, now + 59_999)).toBe(0)
  expect(lapseOffers(world.db, now + 60_000)).toBe(1)
  expect(world.db.select().from(offer).get()!.state).toBe('lapsed')
  expect(readLoadPage(world.db, loadId, now)!.log[0]).toMatchObject({
    actorKind: 'system',
    actorName: 'offers end at their time',
  })
})

test('loads are found by number, customer, carrier, city and reference; no word is a pattern', () => {
  const loadId = openLoad(world.db)
  for (const words of ['pr-20001', '20001', 'snowmelt', 'twin', 'snowmelt phoenix', 'PU1', 'uncovered'])
    expect(
      findLoads(world.db, words, 5).loads.map((row) => row.id),
      words,
    ).toEqual([loadId])
  for (const words of ['%', '_', "' or 1=1 --", 'snowmelt denver'])
    expect(findLoads(world.db, words, 5).loads, words).toEqual([])
})
