import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { straightMiles } from '../place/straight'
import { addDays } from '../time/local'
import { type Chain, type ChainLeg, findChains } from './chains'

const boise = { lat: 43.61, lon: -116.2 }
const reno = { lat: 39.53, lon: -119.81 }
const saltLake = { lat: 40.76, lon: -111.89 }
const denver = { lat: 39.74, lon: -104.99 }

const leg = (key: string, over: Partial<ChainLeg>): ChainLeg => ({
  ...{ key, from: boise, to: reno, miles: 420, pay: 1000, earliest: '2026-12-01', latest: '2026-12-03' },
  ...over,
})
/** The loads near a place that are there on a day or later. */
const among =
  (legs: ChainLeg[]) =>
  (at: { lat: number; lon: number }, from: string): ChainLeg[] =>
    legs.filter((each) => straightMiles(at, each.from) <= 120 && each.latest >= from)
const start = { at: boise, home: saltLake, from: '2026-12-01' }
const keys = (chains: Chain[]) => chains.map(({ legs }) => legs.map(({ key }) => key).join('-'))

describe('chains of loads that bring a truck home', () => {
  const there = leg('boise-reno', {})
  const back = leg('reno-saltlake', { from: reno, to: saltLake, miles: 520, pay: 1300, latest: '2026-12-04' })
  const away = leg('reno-denver', { from: reno, to: denver, miles: 1020, pay: 1500, latest: '2026-12-04' })
  test('two loads, with the miles that are driven empty counted, and the day at home', () => {
    const [best] = findChains(start, among([there, back]))
    expect(keys([best!])).toEqual(['boise-reno-reno-saltlake'])
    expect(best).toMatchObject({ pay: 2300, miles: 940, emptyMiles: 0, payPerMile: 2.45, homeOn: '2026-12-03' })
    expect(best!.parts).toEqual([0, 420, 0, 520, 0])
  })
  test('the better paid for each mile driven comes first, not the better paid', () => {
    const chains = findChains(start, among([there, away, back]))
    expect(keys(chains)[0]).toBe('boise-reno-reno-saltlake')
    expect(keys(chains)).toContain('boise-reno-reno-denver')
    expect(chains[1]!.emptyMiles).toBeGreaterThan(350)
  })
  test('a load that is gone when the truck comes is in none; one that is not ready yet is waited for', () => {
    expect(findChains(start, among([there, { ...back, earliest: '2026-12-01', latest: '2026-12-01' }]))).toEqual([])
    const [waits] = findChains(start, among([there, { ...back, earliest: '2026-12-04', latest: '2026-12-04' }]))
    expect(waits!.homeOn).toBe('2026-12-05')
  })
  test('three loads, each set once, at most as many as asked', () => {
    const round = [
      leg('a', { to: reno }),
      leg('b', { from: reno, to: boise, latest: '2026-12-05' }),
      leg('c', { from: boise, to: saltLake, miles: 340, pay: 900, latest: '2026-12-08' }),
    ]
    const chains = findChains(start, among(round))
    expect(keys(chains)).toContain('a-b-c')
    const sets = chains.map(({ legs }) =>
      legs
        .map(({ key }) => key)
        .sort()
        .join(),
    )
    expect(new Set(sets).size).toBe(sets.length)
    expect(findChains(start, among(round), 1)).toHaveLength(1)
  })
})

test('whatever is out there, a chain’s figures are those of its loads, and each load is picked up in its days', () => {
  const point = fc.constantFrom(boise, reno, saltLake, denver)
  const legs = fc.array(
    fc
      .record({
        from: point,
        to: point,
        miles: fc.integer({ min: 50, max: 1500 }),
        pay: fc.integer({ min: 100, max: 5000 }),
        day: fc.integer({ min: 0, max: 5 }),
      })
      .map(({ day, ...rest }) => ({
        ...rest,
        earliest: addDays('2026-12-01', day),
        latest: addDays('2026-12-01', day + 1),
      })),
    { maxLength: 30 },
  )
  fc.assert(
    fc.property(legs, (some) => {
      const all = some.map((each, at) => ({ ...each, key: `${at}` }))
      for (const chain of findChains(start, among(all))) {
        expect([2, 3]).toContain(chain.legs.length)
        expect(chain.pay).toBe(chain.legs.reduce((sum, { pay }) => sum + pay, 0))
        const loaded = chain.legs.reduce((sum, { miles }) => sum + miles, 0)
        expect(Math.abs(chain.miles - chain.emptyMiles - loaded)).toBeLessThanOrEqual(1)
        let day = start.from
        for (const { earliest, latest, miles } of chain.legs) {
          if (day < earliest) day = earliest
          expect(day <= latest).toBe(true)
          day = addDays(day, Math.ceil(miles / 550))
        }
        expect(chain.homeOn >= day).toBe(true)
      }
    }),
  )
})
