import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { fitRates } from '#core/rates/fit-rates'
import { day, hour } from '#core/time/local'
import { readHorizon } from '#server/horizon/read'
import { readLaneHistory } from '#server/load-page/lane-history'
import { readLoadPage } from '#server/load-page/read'
import { load, offer, rateCorrection } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld, twinFallsToPhoenix } from '#server/testing/world'
import { findPlan } from '#server/waiting/plan'
import { readArrivalPace } from './arrivals'
import { currentBand, findRateBand, findRatePicture } from './band'
import { locatePrefix } from './locate'
import { placeRateModel, rateModel } from './model'
import { readPastBuys, readPastPrices } from './past-prices'
import { correctionSchema, correctPrice, listSuspects } from './suspects'

const lane = twinFallsToPhoenix
const query = { ...lane, equipment: 'reefer' as const, miles: 800 }
let world: TestWorld
let number = 0

function past(payMinor: number, daysAgo: number, over: Partial<typeof load.$inferInsert> = {}): number {
  const coveredAt = now - daysAgo * day
  return world.db
    .insert(load)
    .values({
      ...lane,
      number: `PAST-${++number}`,
      state: 'paid',
      customerId: 1,
      equipment: 'reefer',
      commodity: 'x',
      weightLb: 40_000,
      miles: 800,
      hours: 15,
      pickupAt: coveredAt + day,
      pickupBy: coveredAt + day,
      deliverBy: coveredAt + 3 * day,
      carrierId: 1,
      payMinor,
      openedAt: coveredAt - 5 * hour,
      coveredAt,
      createdAt: coveredAt,
      repId: 1,
      deliveredOnTime: true,
      ...over,
    })
    .returning({ id: load.id })
    .get().id
}

/** Eighty loads at about 2,000 dollars, one with a zero too many. */
function history(): number {
  for (let at = 0; at < 80; at++) {
    const id = past(200_000 + ((at * 37) % 21) * 1000 - 10_000, 200 - at * 2)
    world.db
      .insert(offer)
      .values({
        loadId: id,
        carrierId: 2,
        payMinor: 215_000 + (at % 7) * 3000,
        source: 'phone',
        state: 'turned_down',
        receivedAt: now - (200 - at * 2) * day - hour,
      })
      .run()
  }
  return past(2_050_000, 20.5)
}
const fitModel = () => placeRateModel(fitRates(readPastPrices(world.db, { now }), { locate: locatePrefix }), now)

beforeEach(() => {
  world = testWorld()
  placeRateModel(null)
})
afterEach(() => {
  placeRateModel(null)
  world.end()
})

describe('the rate model on the desk', () => {
  test('before it is there, the band comes from the lane’s own loads; then from the model', () => {
    history()
    expect(findRatePicture(world.db, query, now)).toBeNull()
    expect(findRateBand(world.db, query, now)).toMatchObject({ basis: 'lane' })
    fitModel()
    const picture = findRatePicture(world.db, query, now)!
    expect(picture).toMatchObject({ basis: 'lane', comparables: 80 })
    expect(Math.abs(picture.middleMinor / 200_000 - 1)).toBeLessThan(0.06)
    expect(picture.middleMinor % 500).toBe(0)
  })
  test('a load bought after the fit is taken in without a new one; practice and other people’s quotes are not', () => {
    history()
    fitModel()
    const before = rateModel(world.db, now)!.learnt
    past(260_000, -0.001)
    past(900_000, -0.001, { practice: true })
    expect(rateModel(world.db, now + 10_000)!.learnt).toBe(before)
    expect(rateModel(world.db, now + 10 * 60_000)!.learnt).toBe(before + 1)
  })
  test('what is looked for between fits is found by its index, and is our own buys alone', () => {
    history()
    const plan = world.db.$client
      .prepare(
        "explain query plan select load.id from load left join rate_correction fixed on fixed.load_id = load.id where pay_minor is not null and practice = 0 and covered_at >= ? and covered_at > ? and coalesce(fixed.verdict, '') <> 'left_out' order by covered_at",
      )
      .all(0, 0) as { detail: string }[]
    expect(plan[0]!.detail).toContain('USING INDEX load_covered')
    expect(
      readPastBuys(world.db, { now, after: now - 45 * day }).every(
        ({ source, bookedAt }) => source === 'buy' && bookedAt > now - 45 * day,
      ),
    ).toBe(true)
    expect(readPastBuys(world.db, { now, after: now - 45 * day }).length).toBe(3)
  })
  test('how offers came in is read from loads, their offers and their postings', () => {
    history()
    const pace = readArrivalPace(world.db, now)
    expect(pace.loads).toBeGreaterThan(30)
    expect(pace.perHour).toBeGreaterThan(0.05)
    expect(pace.knowsPosting).toBe(false)
  })
  test('a covered load keeps the band it was priced with', () => {
    history()
    fitModel()
    const row = {
      ...query,
      state: 'covered',
      bandLowMinor: 1,
      bandMiddleMinor: 2,
      bandHighMinor: 3,
      bandComparables: 4,
      bandNewestAt: 5,
      bandBasis: 'area' as const,
    }
    expect(currentBand(world.db, row, now)).toMatchObject({ middleMinor: 2 })
    expect(currentBand(world.db, { ...row, state: 'uncovered' }, now)!.middleMinor).toBeGreaterThan(100_000)
  })
})

describe('past prices to look at', () => {
  test('a slip is listed with what was meant; corrected it counts as corrected, left out not at all, undone it is listed again', () => {
    const slip = history()
    fitModel()
    expect(listSuspects(world.db, now)).toMatchObject([{ loadId: slip, kind: 'ten_times', meantMinor: 205_000 }])
    expect(correctPrice(world.db, { loadId: slip, verdict: 'price', priceMinor: 205_000 }, ines)).toEqual({
      done: true,
    })
    expect(listSuspects(world.db, now)).toEqual([])
    expect(readPastPrices(world.db).find(({ id }) => id === String(slip))).toMatchObject({
      buyMinor: 205_000,
      confirmed: true,
    })
    expect(world.db.select().from(rateCorrection).all()).toMatchObject([{ byName: 'Ines Calloway' }])
    correctPrice(world.db, { loadId: slip, verdict: 'left_out' }, ines)
    expect(readPastPrices(world.db).some(({ id }) => id === String(slip))).toBe(false)
    correctPrice(world.db, { loadId: slip, verdict: 'undo' }, ines)
    expect(listSuspects(world.db, now)).toHaveLength(1)
  })
  test('what a person says is right is believed', () => {
    const slip = history()
    correctPrice(world.db, { loadId: slip, verdict: 'as_paid' }, ines)
    fitModel()
    expect(rateModel(world.db, now)!.suspects).toEqual([])
  })
  test('what makes no sense is refused', () => {
    expect(correctPrice(world.db, { loadId: 999, verdict: 'left_out' }, ines)).toMatchObject({
      refusal: { code: 'no_such_load' },
    })
    const open = past(1, 0, { carrierId: null, payMinor: null, state: 'uncovered', coveredAt: null })
    expect(correctPrice(world.db, { loadId: open, verdict: 'left_out' }, ines)).toMatchObject({
      refusal: { code: 'not_paid' },
    })
    expect(correctionSchema.safeParse({ loadId: 1, verdict: 'price', priceMinor: -5 }).success).toBe(false)
    expect(correctionSchema.safeParse({ loadId: 1, verdict: 'price' }).success).toBe(false)
  })
  test('the lane’s past names who moved it, what was turned down and what was left out', () => {
    const slip = history()
    fitModel()
    const id = past(201_000, 1)
    const lanePast = readLaneHistory(world.db, id, now)!
    expect(lanePast.buys.length).toBe(82)
    expect(lanePast.buys.find(({ loadId }) => loadId === slip)).toMatchObject({
      suspect: 'ten_times',
      same: true,
      carrierName: 'Carrier 1',
    })
    expect(lanePast.lost.length).toBeGreaterThan(0)
    expect(readLaneHistory(world.db, 99_999, now)).toBeNull()
  })
})

describe('waiting on a load', () => {
  test('the load’s page tells the take line and what to do with each offer; the Horizon the odds', () => {
    history()
    fitModel()
    const loadId = openLoad(world.db)
    world.db
      .insert(offer)
      .values([
        { loadId, carrierId: 1, payMinor: 170_000, source: 'phone', state: 'open', receivedAt: now },
        { loadId, carrierId: 2, payMinor: 320_000, source: 'phone', state: 'open', receivedAt: now },
      ])
      .run()
    const { plan } = readLoadPage(world.db, loadId, now)!
    expect(plan!.takeMinor).toBeGreaterThan(170_000)
    expect(plan!.takeMinor).toBeLessThan(320_000)
    expect(plan!.rescueMinor).toBeGreaterThan(plan!.takeMinor)
    const steps = new Map(plan!.advice.map(({ offerId, advice }) => [offerId, advice.step]))
    expect([...steps.values()].sort()).toEqual(['counter', 'take'])
    const horizon = readHorizon(world.db, now).loads.find(({ id }) => id === loadId)!
    expect(horizon.uncoveredChance).toBeGreaterThan(0)
    expect(horizon.uncoveredChance).toBeLessThan(1)
    expect(horizon.step).toMatchObject({ kind: 'take' })
  })
  test('without a rate picture nobody can tell: no plan, and the usual time to cover orders the Horizon', () => {
    const loadId = openLoad(world.db)
    expect(readLoadPage(world.db, loadId, now)!.plan).toBeNull()
    expect(readHorizon(world.db, now).loads.find(({ id }) => id === loadId)).toMatchObject({ uncoveredChance: null })
  })
  test('the plan is remembered while nothing changes, and made again when an offer comes', () => {
    history()
    fitModel()
    const row = {
      id: 7,
      ...query,
      weightLb: 40_000,
      pickupAt: now + day,
      pickupBy: now + day,
      openedAt: now - hour,
      targetPayMinor: 190_000,
      maxPayMinor: 210_000,
    }
    const first = findPlan(world.db, row, [], null, now)
    expect(findPlan(world.db, row, [], null, now + 60_000)).toBe(first)
    expect(
      findPlan(
        world.db,
        row,
        [{ id: 1, payMinor: 240_000, goodUntil: null, receivedAt: now, open: true }],
        null,
        now + 60_000,
      ),
    ).not.toBe(first)
    expect(findPlan(world.db, row, [], null, now + 3 * 60_000)).not.toBe(first)
  })
})
