import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type FuelTable, fuelSteps, fuelSurcharge, fuelTableSchema, readDiesel } from './fuel'
import { fuelTableWords } from './words'

const perMile: FuelTable = {
  name: 'House',
  baseE3: 1250,
  stepE3: 60,
  basis: 'per_mile',
  addE4: 100,
  begunStepCounts: true,
}
const percent: FuelTable = {
  name: 'Steel',
  baseE3: 2500,
  stepE3: 50,
  basis: 'percent_of_line_haul',
  addE4: 5000,
  begunStepCounts: false,
}

describe('a fuel table', () => {
  test.each([
    [1000, 0],
    [1250, 0],
    [1251, 1],
    [1310, 1],
    [1311, 2],
    [3720, 42],
  ])('a step begun counts: at %i it is %i steps', (diesel, steps) => expect(fuelSteps(perMile, diesel)).toBe(steps))
  test.each([
    [2549, 0],
    [2550, 1],
    [3720, 24],
  ])('full steps only: at %i it is %i steps', (diesel, steps) => expect(fuelSteps(percent, diesel)).toBe(steps))
  test('the surcharge is a charge by mile, by percent, or none', () => {
    expect(fuelSurcharge(perMile, 3720)).toMatchObject({ kind: 'fuel_surcharge', basis: 'per_mile', rateE4: 4200 })
    expect(fuelSurcharge(percent, 3720)).toMatchObject({ basis: 'percent_of_line_haul', rateE4: 120_000 })
    expect(fuelSurcharge(perMile, 1250)).toBeNull()
  })
  test('dearer diesel never lowers it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 9000 }),
        fc.integer({ min: 0, max: 3000 }),
        fc.boolean(),
        (diesel, more, begunStepCounts) => {
          const table = { ...perMile, begunStepCounts }
          expect(fuelSteps(table, diesel + more)).toBeGreaterThanOrEqual(fuelSteps(table, diesel))
        },
      ),
    )
  })
  test('in words', () =>
    expect([fuelTableWords(perMile), fuelTableWords(percent)]).toEqual([
      '$0.01 a mile for every $0.060 above $1.250, a partial step counts',
      '0.5% of line haul for every $0.050 above $2.500, full steps only',
    ]))
  test('a step of nothing is refused with a sentence', () => {
    const read = fuelTableSchema.safeParse({ ...perMile, stepE3: 0 })
    expect(read.error?.issues[0]?.message).toBe('A step is at least a tenth of a cent')
  })
})

test('a diesel index is read line by line; bad lines are reported, the others taken', () => {
  const reading = readDiesel([
    ['area', 'week', 'usd_per_gallon'],
    ['US', '2026-11-16', '3.522'],
    ['R5', '2026-11-16', '4.15'],
    ['US', '2026-02-30', '3.5'],
    ['US', '2026-11-09', 'n/a'],
    ['everywhere', '2026-11-09', '3.4'],
    ['US', '2026-11-09', '35.220'],
  ])
  expect(reading.rows).toEqual([
    { area: 'US', week: '2026-11-16', priceE3: 3522 },
    { area: 'R5', week: '2026-11-16', priceE3: 4150 },
  ])
  expect(reading.refused.map(({ line }) => line)).toEqual([4, 5, 6, 7])
})
