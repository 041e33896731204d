import { describe, expect, test } from 'vitest'
import { flatCharge } from '../charge/charge'
import type { RateBand } from '../rates/rates'
import { checkLoad } from './checks'
import type { LoadToCheck } from './problem'

const now = Date.UTC(2026, 10, 23, 20, 12) // Monday 13:12 in Denver
const twinFalls = { region: 'ID', zone: 'America/Denver', lat: 42.56, lon: -114.46 }
const phoenix = { region: 'AZ', zone: 'America/Phoenix', lat: 33.45, lon: -112.07 }
const band: RateBand = {
  lowMinor: 205_000,
  middleMinor: 235_000,
  highMinor: 275_000,
  comparables: 9,
  newestAt: now,
  basis: 'lane',
}
const money = {
  rates: [{ day: '2026-11-20', from: 'CAD' as const, to: 'USD' as const, rateE6: 731_200 }],
  today: '2026-11-23',
}
const load = (over: Partial<LoadToCheck> = {}): LoadToCheck => ({
  equipment: 'van',
  team: false,
  tempMinF: null,
  charges: { miles: 868, weightLb: 40_000 },
  sellCharges: [flatCharge('line_haul', 288_000)],
  handled: [],
  freight: { pieces: null, weightLb: 40_000, pieceUnit: 'piece', hazmat: false, unNumber: null },
  customsBroker: '',
  stops: [
    { kind: 'pickup', earliestLocal: '2026-11-24T08:00', latestLocal: '2026-11-24T11:00', ...twinFalls },
    { kind: 'delivery', earliestLocal: '2026-11-25T12:00', latestLocal: '2026-11-25T15:00', ...phoenix },
  ],
  legs: [{ miles: 796, hours: 13.9, byRoad: true }],
  ...over,
})
const withStops = (pickup: string, delivery: string, team = false) =>
  load({
    team,
    stops: [
      { kind: 'pickup', earliestLocal: pickup, latestLocal: null, ...twinFalls },
      { kind: 'delivery', earliestLocal: delivery, latestLocal: null, ...phoenix },
    ],
  })
const problems = (of: LoadToCheck, over = {}) =>
  checkLoad(of, { now, hasPayer: true, band, ...money, ...over }).map(
    ({ severity, code, path }) => `${severity} ${code} ${path}`,
  )

describe('reported before saving', () => {
  test('a sound load has no problem', () => expect(problems(load())).toEqual([]))

  test.each([
    [
      'a pickup this morning',
      withStops('2026-11-23T08:00', '2026-11-25T12:00'),
      ['stop in_the_past stops.0.earliestLocal'],
    ],
    [
      'a pickup a minute ago, in its own zone',
      withStops('2026-11-23T13:11', '2026-11-25T12:00'),
      ['stop in_the_past stops.0.earliestLocal'],
    ],
    ['a pickup in a minute', withStops('2026-11-23T13:13', '2026-11-25T12:00'), []],
    [
      'delivery before pickup',
      withStops('2026-11-25T08:00', '2026-11-24T08:00'),
      ['stop stops_out_of_order stops.1.earliestLocal'],
    ],
    [
      'the same evening, 796 miles on',
      withStops('2026-11-24T08:00', '2026-11-24T20:00'),
      ['stop cannot_be_driven stops.1.earliestLocal'],
    ],
    [
      'one night for one driver',
      withStops('2026-11-24T08:00', '2026-11-25T04:00'),
      ['stop cannot_be_driven stops.1.earliestLocal'],
    ],
    ['one night for a team', withStops('2026-11-24T08:00', '2026-11-25T04:00', true), []],
    [
      'where no road leads',
      { ...load(), legs: [{ miles: 2600, hours: 90, byRoad: false }] },
      ['stop no_road stops.1.earliestLocal'],
    ],
    ['miles not known yet', { ...withStops('2026-11-24T08:00', '2026-11-24T20:00'), legs: [null] }, []],
    [
      'next year by a slip of the pen',
      withStops('2027-11-24T08:00', '2027-11-25T12:00'),
      ['caution far_ahead stops.0.earliestLocal', 'caution far_ahead stops.1.earliestLocal'],
    ],
    [
      'a digit too many',
      load({ sellCharges: [flatCharge('line_haul', 2_880_000)] }),
      ['caution rate_out_by_ten sellCharges.0.rateE4'],
    ],
    [
      'a digit too few',
      load({ sellCharges: [flatCharge('line_haul', 28_800)] }),
      ['caution rate_out_by_ten sellCharges.0.rateE4'],
    ],
    [
      'two currencies',
      load({ sellCharges: [flatCharge('line_haul', 288_000), { ...flatCharge('lumper', 100), currency: 'CAD' }] }),
      ['stop mixed_currencies sellCharges'],
    ],
    ['no price', load({ sellCharges: [] }), ['caution no_sell_charge sellCharges']],
    ['a reefer without a temperature', load({ equipment: 'reefer' }), ['caution no_temperature tempMinF']],
  ])('%s', (_, of, expected) => expect(problems(of)).toEqual(expected))

  test('a stop is judged also while the other is not given yet', () => {
    const [pickup, delivery] = withStops('2026-11-23T08:00', '2026-11-25T12:00').stops
    expect(problems(load({ stops: [pickup!, null] }))).toEqual(['stop in_the_past stops.0.earliestLocal'])
    expect(problems(load({ stops: [null, delivery!] }))).toEqual([])
  })
  test('nobody to bill', () => expect(problems(load(), { hasPayer: false })).toEqual(['stop no_payer customerId']))
  test('without history no figure is called odd', () =>
    expect(problems(load({ sellCharges: [flatCharge('line_haul', 5)] }), { band: null })).toEqual([]))
  test('the sentence carries the figures', () => {
    const [problem] = checkLoad(withStops('2026-11-24T08:00', '2026-11-24T20:00'), {
      now,
      hasPayer: true,
      band,
      ...money,
    })
    expect(problem!.message).toBe(
      'Cannot legally be there in time: 796 miles with rests, 13 h 24 min late. The pickup 13 h 30 min earlier, or the delivery 13 h 24 min later would fix it',
    )
  })
})

test('a facility known by its city alone is reported, another is not', () => {
  const [pickup, delivery] = load().stops
  const problems = (address: string) =>
    checkLoad(load({ stops: [{ ...pickup!, address }, delivery!] }), { now, hasPayer: true, band, ...money }).map(
      ({ code, severity, path }) => [code, severity, path],
    )
  expect(problems('Street not known yet')).toEqual([['no_street', 'caution', 'stops.0.facilityId']])
  expect(problems('12 Canal Rd')).toEqual([])
})

describe('charges in another currency', () => {
  const inCad = (amountMinor: number) => load({ sellCharges: [flatCharge('line_haul', amountMinor, 'CAD')] })
  test('are held against the lane by a dated rate', () => {
    expect(problems(inCad(350_000))).toEqual([])
    expect(problems(inCad(3_500_000))).toEqual(['caution rate_out_by_ten sellCharges.0.rateE4'])
  })
  test('are refused where no rate is known', () => {
    expect(problems(inCad(350_000), { rates: [] })).toEqual(['stop no_exchange_rate sellCharges'])
    expect(problems(inCad(350_000), { today: '2026-12-20' })).toEqual(['stop no_exchange_rate sellCharges'])
  })
  test('an advance needs the day it was paid', () =>
    expect(problems(load({ sellCharges: [flatCharge('line_haul', 288_000), flatCharge('advance', 5)] }))).toEqual([
      'stop advance_without_day sellCharges.1.day',
    ]))
})
