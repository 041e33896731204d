import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { accountFor, reasons } from './account'
import {
  covariance,
  factorField,
  fieldAt,
  fitField,
  likenessOf,
  milesBetween,
  type PlacePoints,
  pairCurves,
  pointAt,
} from './field'
import { chooseKnots, knotShares } from './knots'
import { emptyLaneMemory, laneKey, laneLevel, learnLane, neighboursOf } from './lane-memory'
import { choleskyInPlace, solveInPlace } from './linear'
import { type Loading, learnLevel, levelFor, passTime, startMarketLevel, trustIn } from './market-level'
import type { PastPrice } from './past-price'
import type { Expected } from './rate-model'
import { fitSpread, guessedSpread, percentilesOf, type SpreadInput } from './spread'
import { isLeftOut, plainSuspects, slipOf } from './suspects'

function random(seed: number) {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}
const bell = (next: () => number) => Array.from({ length: 12 }, next).reduce((sum, each) => sum + each, -6)

/** PlacePoints at random over the country. */
function spotsOf(count: number, seed = 3): PlacePoints {
  const next = random(seed)
  return {
    lat: Array.from({ length: count }, () => 30 + next() * 17),
    lon: Array.from({ length: count }, () => -120 + next() * 45),
  }
}

describe('a field of levels', () => {
  const spots = spotsOf(160)
  const miles = milesBetween(spots)
  const curves = pairCurves(miles)
  test('likeness is found again in levels drawn from it', () => {
    const true_ = { near: 0.004, far: 0.01, own: 0.002 }
    let [total, own] = [0, 0]
    for (let seed = 1; seed <= 12; seed++) {
      const next = random(seed * 77)
      const size = 160
      const matrix = new Float64Array(size * size)
      for (let row = 0; row < size; row++)
        for (let column = 0; column <= row; column++)
          matrix[row * size + column] = row === column ? 0.016 : covariance(true_, miles[row * size + column]!)
      const lower = choleskyInPlace(matrix, size)
      const draws = Array.from({ length: size }, () => bell(next))
      const mean = Float64Array.from(
        { length: size },
        (_, row) =>
          draws.slice(0, row + 1).reduce((sum, draw, column) => sum + draw * lower[row * size + column]!, 0) +
          0.03 * bell(next),
      )
      const found = likenessOf({ mean, precision: new Float64Array(size).fill(1 / 0.03 ** 2) }, miles)
      total += (found.near + found.far + found.own) / 12
      own += found.own / 12
    }
    expect(total).toBeGreaterThan(0.011)
    expect(total).toBeLessThan(0.021)
    expect(own).toBeLessThan(0.007)
  })
  test('it passes near what is sure, draws what is unsure to its neighbours, and falls to zero far from all', () => {
    const likeness = { near: 0.005, far: 0.01, own: 0.001 }
    const precision = new Float64Array(160)
    const mean = new Float64Array(160)
    precision[0] = 1e6
    mean[0] = 0.2
    precision[1] = 1e-3
    mean[1] = 9
    const { values, field } = fitField(mean, factorField(precision, curves, likeness), curves)
    expect(values[0]).toBeCloseTo(0.2, 2)
    expect(Math.abs(values[1]!)).toBeLessThan(0.3)
    expect(Math.abs(fieldAt(field, spots, { lat: 10, lon: -60 }))).toBeLessThan(0.02)
  })
  test('a spot without prices is reported the same by the fit and by the point it lies at', () => {
    const precision = Float64Array.from({ length: 160 }, (_, at) => (at % 2 ? 0 : 400))
    const mean = Float64Array.from({ length: 160 }, (_, at) => Math.sin(at))
    const { values, field } = fitField(
      mean,
      factorField(precision, curves, { near: 0.01, far: 0.01, own: 0.002 }),
      curves,
    )
    for (const at of [1, 51, 151]) expect(fieldAt(field, spots, pointAt(spots, at))).toBeCloseTo(values[at]!, 3)
  })
})

describe('knots', () => {
  test('they are apart, shares of a point add up to one, and the nearest has the most', () => {
    const spots = spotsOf(400)
    const knots = chooseKnots(spots, new Float64Array(400).fill(1))
    expect(knots.lat.length).toBeGreaterThan(30)
    fc.assert(
      fc.property(
        fc.double({ min: 25, max: 49, noNaN: true }),
        fc.double({ min: -124, max: -67, noNaN: true }),
        (lat, lon) => {
          const shares = knotShares(knots, { lat, lon })
          return (
            Math.abs(shares.reduce((sum, { share }) => sum + share, 0) - 1) < 1e-9 &&
            shares[0]!.share >= shares.at(-1)!.share
          )
        },
      ),
    )
  })
  test('one spot is its own knot; none, no knots', () => {
    expect(chooseKnots({ lat: [40], lon: [-100] }, [0])).toMatchObject({ lat: [40], lon: [-100] })
    expect(chooseKnots({ lat: [], lon: [] }, [])).toMatchObject({ lat: [] })
  })
})

describe('the market’s level', () => {
  const knots = chooseKnots(spotsOf(60), new Float64Array(60).fill(1))
  const loading = (origin: number, dest: number): Loading => ({
    at: Int32Array.of(0, 1, 3 + origin, 3 + knots.lat.length + dest),
    share: Float64Array.of(1, 1, 1, 1),
  })

  test('after some prices it is what solving for all of them at once gives', () => {
    const market = startMarketLevel(2, knots, 100)
    const size = market.level.length
    const full = (row: number, column: number) => market.cover[Math.max(row, column) * size + Math.min(row, column)]!
    const prior = Float64Array.from({ length: size * size }, (_, cell) => full(Math.floor(cell / size), cell % size))
    const noise = 0.01
    const seen = [
      { load: loading(0, 1), value: 0.02 },
      { load: loading(0, 2), value: 0.015 },
      { load: loading(4, 1), value: -0.01 },
    ]
    const expand = ({ at, share }: Loading) => {
      const row = new Float64Array(size)
      at.forEach((level, index) => {
        row[level]! += share[index]!
      })
      return row
    }
    const rows = seen.map(({ load }) => expand(load))
    const times = (row: Float64Array) =>
      Float64Array.from({ length: size }, (_, at) =>
        row.reduce((sum, value, column) => sum + value * prior[at * size + column]!, 0),
      )
    const dot = (one: Float64Array, other: Float64Array) => one.reduce((sum, value, at) => sum + value * other[at]!, 0)
    // The filter trusts prices by their surprise: the peer is given the same trust.
    const trusts = seen.map(({ load, value }) => {
      const { level, variance } = levelFor(market, load)
      const trust = trustIn(value - level, variance + noise)
      learnLevel(market, knots.miles, load, value, noise)
      return trust
    })
    const gram = new Float64Array(9)
    for (const one of [0, 1, 2])
      for (const other of [0, 1, 2])
        gram[one * 3 + other] = dot(rows[one]!, times(rows[other]!)) + (one === other ? noise / trusts[one]! : 0)
    const alpha = solveInPlace(
      choleskyInPlace(gram, 3),
      3,
      Float64Array.from(seen, ({ value }) => value),
    )
    const asked = expand(loading(4, 2))
    const expected = [0, 1, 2].reduce((sum, at) => sum + alpha[at]! * dot(asked, times(rows[at]!)), 0)
    expect(levelFor(market, loading(4, 2)).level).toBeCloseTo(expected, 9)
  })
  test('with time it is less sure, and falls back; it is never surer than certain', () => {
    const market = startMarketLevel(2, knots, 0)
    for (let at = 0; at < 300; at++) learnLevel(market, knots.miles, loading(at % 5, (at * 3) % 7), 0.1, 0.008)
    const before = levelFor(market, loading(0, 0))
    expect(before.level).toBeGreaterThan(0.08)
    expect(before.variance).toBeGreaterThan(0)
    passTime(market, 400)
    const after = levelFor(market, loading(0, 0))
    expect(after.level).toBeLessThan(before.level)
    expect(after.variance).toBeGreaterThan(before.variance)
    passTime(market, 300)
    expect(levelFor(market, loading(0, 0))).toEqual(after)
  })
})

describe('lanes', () => {
  const spots: PlacePoints = { lat: [40, 40.2, 44, 35, 35.1], lon: [-100, -100.1, -80, -90, -90.1] }
  const neighbours = spots.lat.map((_, at) => neighboursOf(spots, at))
  const memory = () => emptyLaneMemory({ shared: 0.004, own: 0.002 })
  test('a lane learns from itself, its neighbour a part of it, a far one nothing', () => {
    const lanes = memory()
    for (let at = 0; at < 30; at++) learnLane(lanes, laneKey(0, 3), 0.1, 100, 1)
    const ask = (origin: number, dest: number) => laneLevel(lanes, neighbours[origin]!, neighbours[dest]!, 100, 0.01)
    expect(ask(0, 3).level).toBeGreaterThan(0.09)
    expect(ask(0, 3)).toMatchObject({ onLane: 30, around: 0, newest: 100 })
    expect(ask(1, 4).level).toBeGreaterThan(0.03)
    expect(ask(1, 4).level).toBeLessThan(ask(0, 3).level)
    expect(ask(1, 4)).toMatchObject({ onLane: 0, around: 30 })
    expect(ask(2, 3)).toMatchObject({ level: 0, onLane: 0, around: 0, newest: null })
  })
  test('what is long past weighs less than what is new', () => {
    const lanes = memory()
    for (let at = 0; at < 20; at++) learnLane(lanes, laneKey(0, 3), -0.2, 0, 1)
    for (let at = 0; at < 20; at++) learnLane(lanes, laneKey(0, 3), 0.2, 720, 1)
    expect(laneLevel(lanes, neighbours[0]!, neighbours[3]!, 720, 0.01).level).toBeGreaterThan(0.1)
  })
})

describe('the spread', () => {
  const input = (over: Partial<SpreadInput> = {}): SpreadInput => ({
    logMiles: 6.4,
    leadHours: 48,
    variance: 0.001,
    noise: 0.09,
    onLane: 10,
    atOrigin: 100,
    atDest: 100,
    ...over,
  })
  test('percentiles hold their shares, and are wider where prices lie wider', () => {
    const next = random(9)
    const seen = Array.from({ length: 6000 }, (_, at) => {
      const leadHours = at % 2 ? 3 : 90
      return { input: input({ leadHours }), error: bell(next) * (leadHours === 3 ? 0.16 : 0.06) }
    })
    const spread = fitSpread(seen, 0.09)
    for (const [parity, from, to] of [
      [1, 0.74, 0.86],
      [0, 0.74, 0.86],
    ] as const) {
      const some = seen.filter((_, at) => at % 2 === parity)
      const within = some.filter(
        ({ input: each, error }) => error >= percentilesOf(spread, each)[0] && error <= percentilesOf(spread, each)[2],
      )
      expect(within.length / some.length).toBeGreaterThan(from)
      expect(within.length / some.length).toBeLessThan(to)
    }
    const width = (leadHours: number) =>
      percentilesOf(spread, input({ leadHours }))[2] - percentilesOf(spread, input({ leadHours }))[0]
    expect(width(3) / width(90)).toBeGreaterThan(2)
  })
  test('too few prices: a guess as wide as the noise, wider where less is known', () => {
    const spread = fitSpread([], 0.1)
    expect(spread).toEqual(guessedSpread(0.1))
    expect(percentilesOf(spread, input({ variance: 0.05 }))[2]).toBeGreaterThan(
      percentilesOf(spread, input({ variance: 0 }))[2],
    )
  })
})

describe('the account', () => {
  const expected = {
    parts: {
      base: 7,
      equipment: 0.1,
      notice: 0.05,
      weight: 0.01,
      weekday: 0,
      season: -0.03,
      source: 0,
      origin: 0.08,
      dest: -0.06,
      lane: 0.02,
      market: 0.04,
    },
  } as Expected
  test('fuel dearer than usual is taken out of the market’s part, and all adds up', () => {
    const [without, withFuel] = [
      accountFor(expected, 200_000, null),
      accountFor(expected, 200_000, { now: 4.2, usual: 3.7 }),
    ]
    const sum = (account: typeof without) => reasons.reduce((total, reason) => total + account[reason], 0)
    expect([sum(without), sum(withFuel)]).toEqual([200_000, 200_000])
    expect(without.fuel).toBe(0)
    expect(withFuel.fuel).toBeGreaterThan(4_000)
    expect(withFuel.market + withFuel.fuel).toBe(without.market)
  })
  test('in steps of a dollar where asked', () => {
    const account = accountFor(expected, 200_500, null, 100)
    expect(reasons.filter((reason) => account[reason] % 100 !== 0)).toEqual([])
  })
})

describe('slips', () => {
  const price = (buyMinor: number) => ({ id: 'x', buyMinor })
  test.each([
    ['fairly dear', 260_000, 0.3, null],
    ['a zero too many', 2_100_000, Math.log(10.5), 'ten_times'],
    ['a zero too few', 19_000, Math.log(0.095), 'a_tenth'],
    ['a rate per mile', 240, Math.log(240 / 200_000), 'per_mile'],
    ['three times the likely', 600_000, Math.log(3), 'far_off'],
  ])('%s', (_, minor, error, kind) => expect(slipOf(price(minor), error, 800)?.kind ?? null).toBe(kind))
  test('the same load within three days is a repeat, a week later another load', () => {
    const base: PastPrice = {
      id: 'a',
      bookedAt: 0,
      originPostal: '83301',
      destPostal: '85001',
      equipment: 'van',
      miles: 800,
      weightLb: 1,
      pickupAt: 5,
      leadHours: 4,
      buyMinor: 1000,
      source: 'buy',
      count: 1,
    }
    const day = 86_400_000
    const found = plainSuspects([
      base,
      { ...base, id: 'b', bookedAt: 2 * day },
      { ...base, id: 'c', bookedAt: 9 * day },
      { ...base, id: 'd', bookedAt: 9 * day, buyMinor: 0 },
    ])
    expect(found.map(({ id, kind }) => `${id} ${kind}`)).toEqual(['b duplicate', 'd no_price'])
    expect(found.every(isLeftOut)).toBe(true)
  })
})
