import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { hour, minute } from '../time/local'
import { type Advice, judgeOffer } from './advice'
import { clockAt, expectedOffers, learnArrivals, ownPace, paceAt, type WaitedLoad } from './arrivals'
import { expectedPrices, guessedSpread, offerSpreadOf } from './prices'
import { costHolding, takeAt, takeLine, type Waiting } from './take-line'
import { adviceReason, adviceStepWords } from './words'

const now = Date.UTC(2026, 10, 23, 16)
const zone = 'America/Boise'
const prices = Float64Array.from({ length: 48 }, (_, at) => 200_000 + at * 2_000)
const waiting = (over: Partial<Waiting> = {}): Waiting => ({
  now,
  until: now + 20 * hour,
  pace: () => 0.5,
  prices,
  level: () => 1,
  rescueMinor: 330_000,
  targetPayMinor: 215_000,
  maxPayMinor: 280_000,
  ...over,
})

function random(seed: number) {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}

/** Follows a line through chance arrivals of the very kind it was made for. */
function follow(scene: Waiting, runs: number) {
  const next = random(11)
  const line = takeLine(scene)
  let [cost, covered, underTarget] = [0, 0, 0]
  for (let run = 0; run < runs; run++) {
    let paid = scene.rescueMinor
    const gap = (at: number) => (-Math.log(1 - next()) * hour) / scene.pace(at)
    for (let at = scene.now + gap(scene.now); at < scene.until; at += gap(at)) {
      const price = prices[Math.floor(next() * prices.length)]! * scene.level(at)
      if (price > takeAt(line, at)) continue
      paid = price
      covered++
      if (price <= scene.targetPayMinor!) underTarget++
      break
    }
    cost += paid
  }
  return { line, cost: cost / runs, covered: covered / runs, underTarget: underTarget / runs }
}

describe('the take line', () => {
  test.each([
    ['an offer every two hours', {}],
    ['few offers', { pace: () => 0.08 }],
    ['many offers', { pace: () => 3 }],
    ['prices that climb', { level: (at: number) => 1 + (0.2 * (at - now)) / (20 * hour) }],
  ])('followed through ten thousand futures it costs what it says: %s', (_, over) => {
    const { line, cost, covered, underTarget } = follow(waiting(over), 10_000)
    expect(Math.abs(cost / line.expectedMinor - 1)).toBeLessThan(0.01)
    expect(Math.abs(covered - line.coveredChance)).toBeLessThan(0.02)
    expect(Math.abs(underTarget - line.underTargetChance)).toBeLessThan(0.02)
  })
  test('it never falls as time runs out, ends at the rescue, and more offers or a cheaper rescue lower it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        fc.integer({ min: 150_000, max: 600_000 }),
        fc.double({ min: 0.1, max: 200, noNaN: true }),
        (pace, rescueMinor, hours) => {
          const scene = waiting({ pace: () => pace, rescueMinor, until: now + hours * hour })
          const { points, expectedMinor } = takeLine(scene)
          const rises = points.every((point, at) => at === 0 || point.takeMinor >= points[at - 1]!.takeMinor)
          const more = takeLine({ ...scene, pace: () => pace * 1.5 })
          const cheaper = takeLine({ ...scene, rescueMinor: rescueMinor * 0.9 })
          return (
            rises &&
            points.at(-1)!.takeMinor === rescueMinor &&
            more.expectedMinor <= expectedMinor &&
            cheaper.expectedMinor <= expectedMinor
          )
        },
      ),
    )
  })
  test('with nobody calling it is the rescue all along; with no time left too', () => {
    expect(takeLine(waiting({ pace: () => 0 }))).toMatchObject({ expectedMinor: 330_000, coveredChance: 0 })
    expect(takeLine(waiting({ until: now - hour }))).toMatchObject({ expectedMinor: 330_000, coveredChance: 0 })
  })
  test('it says from when it is above the most', () => {
    const line = takeLine(waiting())
    expect(takeAt(line, line.passesMostAt! - 15 * minute)).toBeLessThanOrEqual(280_000)
    expect(takeAt(line, line.passesMostAt! + minute)).toBeGreaterThanOrEqual(280_000)
    expect(takeLine(waiting({ maxPayMinor: 400_000 })).passesMostAt).toBeNull()
  })
  test('an offer that stands makes waiting cheaper, never dearer than itself', () => {
    const line = takeLine(waiting())
    const short = costHolding(waiting(), line, 230_000, now + hour)
    const long = costHolding(waiting(), line, 230_000, now + 8 * hour)
    expect(long).toBeLessThanOrEqual(short)
    expect(short).toBeLessThanOrEqual(230_000)
    expect(costHolding(waiting(), line, 230_000, now)).toBe(230_000)
  })
})

describe('advice', () => {
  const scene = waiting()
  const line = takeLine(scene)
  const at = takeAt(line, now)
  test.each([
    ['well under the line, nobody said how long', { payMinor: at - 5_000, goodUntil: null }, 'take'],
    ['under the line but sure to stand: better may come', { payMinor: at - 500, goodUntil: now + 10 * hour }, 'hold'],
    ['under the line and lapsing at once', { payMinor: at - 500, goodUntil: now + 5 * minute }, 'take'],
    ['over the line, which rises to it while it stands', { payMinor: at + 3_000, goodUntil: now + 19 * hour }, 'hold'],
    ['far over the line', { payMinor: at + 60_000, goodUntil: null }, 'counter'],
  ])('%s: %s', (_, offer, step) => {
    const advice = judgeOffer(scene, line, offer)
    expect(advice.step).toBe(step)
    expect(adviceReason(advice, now, zone)).toMatch(/^[A-Z].*\.$/)
    expect(adviceStepWords(advice, now, zone)).toMatch(step)
  })
  test('a counter lies at or under the line, in tens of dollars', () => {
    const advice = judgeOffer(scene, line, { payMinor: 400_000, goodUntil: null }) as Extract<
      Advice,
      { step: 'counter' }
    >
    expect(advice.atMinor).toBeLessThanOrEqual(at)
    expect(advice.atMinor % 1000).toBe(0)
  })
  test('too late: any truck is better than none', () => {
    expect(judgeOffer(waiting({ until: now }), line, { payMinor: 900_000, goodUntil: null })).toMatchObject({
      step: 'take',
      words: { code: 'late' },
    })
  })
})

describe('the pace of offers', () => {
  /** Loads whose offers come twice as fast when posted, three times as fast from eight to five. */
  function past(count: number, own: (next: () => number) => number = () => 1): WaitedLoad[] {
    const next = random(5)
    return Array.from({ length: count }, () => {
      const openedAt = now - Math.floor(next() * 60 * 24) * hour
      const endedAt = openedAt + 10 * hour
      const postedAt = next() < 0.5 ? openedAt : null
      const mine = own(next)
      const offersAt: number[] = []
      for (let at = openedAt; at < endedAt; at += 6 * minute) {
        const { hourOfDay } = clockAt(at, zone)
        if (next() < 0.1 * 0.3 * mine * (postedAt === null ? 1 : 2) * (hourOfDay >= 8 && hourOfDay < 17 ? 3 : 1))
          offersAt.push(at)
      }
      return { openedAt, endedAt, pickupAt: openedAt + 30 * hour, postedAt, laneLoads: 0, offersAt }
    })
  }
  test('the factors are found again', () => {
    const pace = learnArrivals(past(3000), zone)
    expect(pace.byPosted[1] / pace.byPosted[0]).toBeCloseTo(2, 0)
    expect(pace.byHour[12]! / pace.byHour[3]!).toBeGreaterThan(2.3)
    expect(pace.byHour[12]! / pace.byHour[3]!).toBeLessThan(3.7)
    const noon = Date.UTC(2026, 10, 18, 19)
    expect(paceAt(pace, noon, { pickupAt: noon + 25 * hour, postedAt: noon, laneLoads: 0, zone })).toBeGreaterThan(1.4)
    expect(paceAt(pace, noon, { pickupAt: noon + 25 * hour, postedAt: noon, laneLoads: 0, zone })).toBeLessThan(2.3)
  })
  test('loads that differ by themselves let a load’s own offers say more', () => {
    const [alike, unlike] = [
      learnArrivals(past(1500), zone),
      learnArrivals(
        past(1500, (next) => (next() < 0.5 ? 0.1 : 2.5)),
        zone,
      ),
    ]
    expect(unlike.steadiness).toBeLessThan(alike.steadiness / 3)
    expect(ownPace(unlike.steadiness, 0, 4)).toBeLessThan(ownPace(alike.steadiness, 0, 4))
  })
  test('too little to learn from: the guess, marked by its count', () => {
    expect(learnArrivals([], zone)).toMatchObject({ loads: 0, perHour: 0.35 })
  })
  test('offers to be expected add up over both clock changes', () => {
    const pace = learnArrivals([], zone)
    const context = { pickupAt: Date.UTC(2026, 10, 3), postedAt: null, laneLoads: 5, zone }
    const [from, middle, to] = [Date.UTC(2026, 9, 31, 12), Date.UTC(2026, 10, 1, 8, 30), Date.UTC(2026, 10, 2, 12)]
    expect(expectedOffers(pace, from, middle, context) + expectedOffers(pace, middle, to, context)).toBeCloseTo(
      expectedOffers(pace, from, to, context),
      0,
    )
  })
})

describe('prices of offers', () => {
  test('a load’s own offers move what is expected, the more the more there are', () => {
    const [none, one, many] = [[], [260_000], [260_000, 262_000, 258_000, 261_000, 259_000]].map(
      (offers) => expectedPrices(guessedSpread, 220_000, offers)[24]!,
    )
    expect(one!).toBeGreaterThan(none!)
    expect(many!).toBeGreaterThan(one!)
    expect(many!).toBeLessThan(262_000)
  })
  test('few offers on record teach nothing; slips are left out', () => {
    expect(offerSpreadOf([0.1, 0.2])).toBe(guessedSpread)
    expect(Math.max(...offerSpreadOf([...Array.from({ length: 200 }, (_, at) => at / 1000), 2.3]))).toBeLessThan(0.21)
  })
})
