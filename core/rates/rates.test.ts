import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { day } from '../time/local'
import { proposeLimits } from './limits'
import { type Comparable, type RateBand, rateBand, weightedQuantile } from './rates'
import { bandWords } from './words'

const now = Date.UTC(2026, 10, 23, 20)
const lane = {
  originPostal: '83301',
  destPostal: '85001',
  originLat: 42.56,
  originLon: -114.46,
  destLat: 33.45,
  destLon: -112.07,
}
const query = { ...lane, equipment: 'reefer' as const, miles: 868 }
const buy = (dollars: number, daysAgo = 10, over: Partial<Comparable> = {}): Comparable => ({
  ...lane,
  miles: 868,
  buyMinor: dollars * 100,
  bookedAt: now - daysAgo * day,
  ...over,
})

describe('rate band', () => {
  test('a lane with history leans on itself', () => {
    const band = rateBand(
      query,
      [2000, 2100, 2200, 2300, 2400].map((price) => buy(price)),
      now,
    )!
    expect(band).toMatchObject({ basis: 'lane', middleMinor: 220_000, comparables: 5 })
    expect(band.lowMinor).toBe(200_000)
    expect(band.highMinor).toBe(240_000)
  })
  test('a slipped digit does not bend it', () => {
    const prices = [2000, 2100, 2200, 2300, 2400, 2250]
    const clean = rateBand(
      query,
      prices.map((price) => buy(price)),
      now,
    )
    const dirty = rateBand(
      query,
      [...prices, 22_000, 230].map((price) => buy(price)),
      now,
    )
    expect(dirty).toEqual(clean)
  })
  test('it never looks ahead', () => {
    expect(
      rateBand(
        query,
        [1, 2, 3, 4, 5, 6].map(() => buy(2000, -1)),
        now,
      ),
    ).toBeNull()
  })
  test('recent buys weigh more', () => {
    const band = rateBand(
      query,
      [...[2000, 2000, 2000].map((price) => buy(price, 400)), ...[2600, 2600, 2600].map((price) => buy(price, 3))],
      now,
    )!
    expect(band.middleMinor).toBeGreaterThan(250_000)
  })
  test('a thin lane borrows from around, by the mile', () => {
    const near = { destPostal: '85301', destLat: 33.6, miles: 434 }
    const band = rateBand(
      query,
      [1000, 1000, 1000, 1000].map((price) => buy(price, 5, near)),
      now,
    )!
    expect(band).toMatchObject({ basis: 'area', middleMinor: 200_000 })
  })
  test('a drive across town is not priced by the mile of a long haul', () => {
    const longHauls = [2000, 2100, 2200, 2300].map((price) => buy(price, 5, { destPostal: '85301', destLat: 33.6 }))
    expect(rateBand({ ...query, miles: 12 }, longHauls, now)).toBeNull()
    expect(rateBand({ ...query, miles: 500 }, longHauls, now)).toMatchObject({ basis: 'area' })
  })
  test('nothing near is nothing known', () => {
    expect(rateBand(query, [buy(2000)], now)).toBeNull()
    expect(bandWords(null, now)).toBe('no history near this lane')
  })
  test('miles of zero are not divided by', () => {
    expect(
      rateBand(
        query,
        [1, 2, 3, 4, 5].map(() => buy(2000, 5, { miles: 0 })),
        now,
      ),
    ).toBeNull()
  })
  test('the quantiles never cross', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 500, max: 6000 }), fc.integer({ min: 1, max: 700 })), {
          minLength: 6,
          maxLength: 60,
        }),
        (rows) => {
          const band = rateBand(
            query,
            rows.map(([price, age]) => buy(price, age)),
            now,
          )
          return band === null || (band.lowMinor <= band.middleMinor && band.middleMinor <= band.highMinor)
        },
      ),
    )
  })
  test('a quantile of equal weights agrees with the textbook', () => {
    const sorted = [1, 2, 3, 4].map((price) => ({ price, weight: 1 }))
    expect(weightedQuantile(sorted, 0.5)).toBe(2.5)
    expect(weightedQuantile(sorted, 0)).toBe(1)
    expect(weightedQuantile(sorted, 1)).toBe(4)
  })
  test('in words', () => {
    const band: RateBand = {
      lowMinor: 1,
      middleMinor: 2,
      highMinor: 3,
      comparables: 41,
      newestAt: now - 2 * day,
      basis: 'lane',
    }
    expect(bandWords(band, now)).toBe('41 comparables on this lane, newest 2 d old')
  })
})

describe('target and max', () => {
  const margins = { usualE2: 1400, leastE2: 500 }
  const band: RateBand = {
    lowMinor: 205_000,
    middleMinor: 235_000,
    highMinor: 275_000,
    comparables: 9,
    newestAt: now,
    basis: 'lane',
  }
  test('from the band where the sell price leaves room', () => {
    expect(proposeLimits(band, 320_000, margins)).toEqual({ targetPayMinor: 227_000, maxPayMinor: 265_000 })
  })
  test('a low sell price pulls both down', () => {
    expect(proposeLimits(band, 240_000, margins)).toEqual({ targetPayMinor: 206_000, maxPayMinor: 228_000 })
  })
  test('without history, from the sell price alone; without both, none', () => {
    expect(proposeLimits(null, 100_000, margins)).toEqual({ targetPayMinor: 86_000, maxPayMinor: 95_000 })
    expect(proposeLimits(null, 0, margins)).toBeNull()
  })
  test('the target never passes the most', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 900_000 }), (sell) => {
        const limits = proposeLimits(band, sell, margins)!
        return limits.targetPayMinor <= limits.maxPayMinor && limits.maxPayMinor <= 275_000
      }),
    )
  })
})
