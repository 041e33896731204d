import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { balanceByArea } from './balance'
import { loadsFor, type OpenLoad } from './fit'
import { type TruckFacts, truckFactsSchema } from './truck'
import { agoWords, rateWords, trailerWords, truckDayWords, wantsWords } from './words'

const truck = (over: Partial<TruckFacts> = {}): TruckFacts => ({
  ...{
    city: 'Boise',
    region: 'ID',
    lat: 43.62,
    lon: -116.2,
    equipment: 'van',
    count: 1,
    fromDay: '2026-12-31',
    toDay: null,
  },
  ...{
    radiusMiles: null,
    destinations: [],
    avoids: [],
    lengthFt: null,
    weightLb: null,
    rateMinor: null,
    rateBasis: null,
  },
  ...over,
})
const openLoad = (over: Partial<OpenLoad> = {}): OpenLoad => ({
  ...{ id: 1, number: 'PR-1', equipment: 'van', pickupDay: '2027-01-01', pickupLastDay: '2027-01-01' },
  origin: { city: 'Nampa', region: 'ID', lat: 43.54, lon: -116.56 },
  destination: { city: 'Reno', region: 'NV', lat: 39.53, lon: -119.81 },
  ...over,
})
const reno = { lat: 39.53, lon: -119.81 }
const townOf = (name: string) => (name === 'Reno, NV' ? reno : null)

describe('which loads a truck could take', () => {
  test.each([
    ['the next morning, over New Year', {}, {}, true],
    ['the day it is empty', {}, { pickupDay: '2026-12-31', pickupLastDay: '2026-12-31' }, true],
    ['two days on', {}, { pickupDay: '2027-01-02', pickupLastDay: '2027-01-02' }, false],
    [
      'two days on, where it waits so long',
      { toDay: '2027-01-01' },
      { pickupDay: '2027-01-02', pickupLastDay: '2027-01-02' },
      true,
    ],
    ['gone before it is empty', {}, { pickupDay: '2026-12-30', pickupLastDay: '2026-12-30' }, false],
    ['a van’s freight in a reefer', { equipment: 'reefer' as const }, {}, true],
    ['a reefer’s freight in a van', {}, { equipment: 'reefer' as const }, false],
    ['farther than it comes empty', { radiusMiles: 10 }, {}, false],
    ['to a state where it does not go', { avoids: ['NV'] }, {}, false],
  ])('%s', (_, of, its, fits) => expect(loadsFor(truck(of), [openLoad(its)], townOf)).toHaveLength(fits ? 1 : 0))
  test('those it wishes for come first, then the nearest', () => {
    const loads = [
      openLoad({ id: 1, destination: { city: 'Ogden', region: 'UT', lat: 41.2, lon: -112 } }),
      openLoad({ id: 2, origin: { city: 'Jerome', region: 'ID', lat: 42.72, lon: -114.52 } }),
      openLoad({ id: 3 }),
    ]
    const ids = (wishes: string[]) =>
      loadsFor(truck({ destinations: wishes }), loads, townOf).map(({ load }) => load.id)
    expect(ids(['NV'])).toEqual([3, 2, 1])
    expect(ids(['Reno, NV'])).toEqual([3, 2, 1])
    expect(ids(['UT'])).toEqual([1, 3, 2])
    expect(ids([])).toEqual([1, 3, 2])
  })
})

test('every truck and every load of the days shown is counted once in its part of the country', () => {
  const regions = ['ID', 'TX', 'OH', 'GA']
  const day = fc
    .integer({ min: -2, max: 9 })
    .map((ahead) => new Date(Date.UTC(2026, 11, 28 + ahead)).toISOString().slice(0, 10))
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ region: fc.constantFrom(...regions), fromDay: day, count: fc.integer({ min: 1, max: 5 }) }),
        { maxLength: 30 },
      ),
      fc.array(fc.record({ region: fc.constantFrom(...regions), day }), { maxLength: 30 }),
      (trucks, loads) => {
        const known = trucks.map((each) => truck({ ...each, toDay: null }))
        const open = loads.map(({ region, day: pickupDay }) =>
          openLoad({ origin: { city: 'X', region, lat: 0, lon: 0 }, pickupDay }),
        )
        const balance = balanceByArea(known, open, '2026-12-28', 7)
        const sum = (what: 'loads' | 'trucks') => balance.reduce((total, area) => total + area[what], 0)
        const within = (each: string) => each >= '2026-12-28' && each < '2027-01-04'
        expect(sum('trucks')).toBe(
          trucks.filter(({ fromDay }) => within(fromDay)).reduce((total, { count }) => total + count, 0),
        )
        expect(sum('loads')).toBe(loads.filter(({ day: each }) => each < '2027-01-04').length)
        for (const area of balance) expect(area.days).toHaveLength(7)
      },
    ),
  )
})

test.each([
  ['leaves before it is empty', { toDay: '2026-12-30' }, 'toDay'],
  ['no trucks', { count: 0 }, 'count'],
  ['wants to go nowhere that is', { destinations: ['Atlantis'] }, 'destinations'],
  ['a day that is none', { fromDay: '2026-02-30' }, 'fromDay'],
])('a truck that %s is none', (_, over, field) => {
  const read = truckFactsSchema.safeParse({ ...truck(), ...over })
  expect(read.error?.issues[0]?.path[0]).toBe(field)
})

test('a truck in words', () => {
  expect(trailerWords(truck({ count: 2, lengthFt: 53 }))).toBe('2 × Van 53 ft')
  expect(truckDayWords(truck(), '2026-12-30')).toContain('Dec 31')
  expect(truckDayWords(truck({ toDay: '2027-01-02' }), '2026-12-30')).toContain('Jan 2')
  expect([wantsWords(truck()), wantsWords(truck({ destinations: ['CA'], avoids: ['NY'] }))]).toEqual([
    'anywhere',
    'CA, not NY',
  ])
  expect([
    rateWords(truck({ rateMinor: 260, rateBasis: 'per_mile' })),
    rateWords(truck({ rateMinor: 90_000, rateBasis: 'flat' })),
    rateWords(truck()),
  ]).toEqual(['$2.60/mi', '$900', ''])
  expect([0, 59, 60, 2879, 2880].map((minutes) => agoWords(minutes * 60_000))).toEqual([
    '0 min ago',
    '59 min ago',
    '1 h ago',
    '47 h ago',
    '2 d ago',
  ])
})
