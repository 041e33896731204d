import fc from 'fast-check'
import { expect, test } from 'vitest'
import { type CarrierCounts, gradesOf, priorLoads } from './grades'

const none: CarrierCounts = {
  offered: 0,
  awarded: 0,
  accepted: 0,
  fellThrough: 0,
  deliveredOnTime: 0,
  delivered: 0,
  pickedUpOnTime: 0,
  pickedUp: 0,
  callsAnswered: 0,
  calls: 0,
  claims: 0,
  disputes: 0,
  hauled: 0,
}
const grade = (own: Partial<CarrierCounts>, all: Partial<CarrierCounts> = {}) =>
  gradesOf({ ...none, ...own }, { ...none, ...all }).find(({ kind }) => kind === 'delivery')!

test('two of two on time is little better than everybody', () => {
  const { share, expected } = grade({ delivered: 2, deliveredOnTime: 2 }, { delivered: 1000, deliveredOnTime: 900 })
  expect(share).toBe(1)
  expect(expected).toBeCloseTo((2 + 0.9 * priorLoads) / (2 + priorLoads), 10)
})
test('nothing seen is expected to be like everybody, and nobody seen tells nothing', () => {
  expect(grade({}, { delivered: 10, deliveredOnTime: 9 })).toMatchObject({ share: null, expected: 0.9 })
  expect(grade({})).toMatchObject({ share: null, expected: null })
})
test('what is expected lies between its own share and that of all, nearer its own the more it hauled', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 400 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.integer({ min: 0, max: 100 }),
      (delivered, part, average) => {
        const own = { delivered, deliveredOnTime: Math.floor(delivered * part) }
        const { share, expected } = grade(own, { delivered: 100, deliveredOnTime: average })
        expect(expected).toBeGreaterThanOrEqual(Math.min(share!, average / 100) - 1e-12)
        expect(expected).toBeLessThanOrEqual(Math.max(share!, average / 100) + 1e-12)
        const longer = grade(
          { delivered: delivered * 10, deliveredOnTime: own.deliveredOnTime * 10 },
          { delivered: 100, deliveredOnTime: average },
        )
        expect(Math.abs(longer.expected! - share!)).toBeLessThanOrEqual(Math.abs(expected! - share!) + 1e-12)
      },
    ),
  )
})
