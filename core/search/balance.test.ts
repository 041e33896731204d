import fc from 'fast-check'
import { expect, test } from 'vitest'
import { changeWords, ratioOf, ratioWords, tiltOf } from './balance'

test.each([
  [{ loads: 32, trucks: 10 }, '3.2'],
  [{ loads: 4, trucks: 10 }, '0.4'],
  [{ loads: 300, trucks: 20 }, '15'],
  [{ loads: 3, trucks: 0 }, 'loads only'],
  [{ loads: 0, trucks: 0 }, 'none'],
  [{ loads: 0, trucks: 3 }, '0.0'],
])('%j is read as %s', (balance, words) => expect(ratioWords(balance)).toBe(words))

test.each([
  [2, 1.6, '+25%'],
  [1.5, 2, '−25%'],
  [2, 1.95, '='],
  [null, 2, ''],
  [2, null, ''],
  [2, 0, ''],
])('%s after %s is %s', (now, before, words) => expect(changeWords(now, before)).toBe(words))

test('the beam tips to the heavier side, evenly, and never beyond its stops', () => {
  const count = fc.integer({ min: 0, max: 100_000 })
  fc.assert(
    fc.property(count, count, (loads, trucks) => {
      const tilt = tiltOf({ loads, trucks })
      expect(Math.abs(tilt)).toBeLessThanOrEqual(1)
      expect(Math.sign(tilt)).toBe(Math.sign(loads - trucks))
      expect(tiltOf({ loads: trucks, trucks: loads })).toBeCloseTo(-tilt, 10)
      expect(tiltOf({ loads: loads + 1, trucks })).toBeGreaterThanOrEqual(tilt)
    }),
  )
  expect(tiltOf({ loads: 7, trucks: 0 })).toBeCloseTo(1, 10)
  expect(ratioOf({ loads: 1, trucks: 0 })).toBeNull()
})
