import fc from 'fast-check'
import { expect, test } from 'vitest'
import { namesThatFit, regionSpots } from './region-spots'

const codes = (letter: number) => namesThatFit(letter).map(({ code }) => code)

test('in small letters every state has its code, small states too', () => {
  expect(namesThatFit(4)).toHaveLength(regionSpots.length)
})

test('in big letters the small states go first, then whatever lies on another', () => {
  expect(codes(13)).toContain('WV')
  expect(codes(14)).not.toContain('WV')
  const big = codes(40)
  expect(big.length).toBeLessThan(regionSpots.length - 15)
  expect(big).toContain('AL')
  expect(big).not.toContain('MS')
})

test('no code lies on another, in letters of any size', () => {
  fc.assert(
    fc.property(fc.double({ min: 2, max: 80, noNaN: true }), (letter) => {
      const kept = namesThatFit(letter)
      for (const [at, one] of kept.entries()) {
        for (const other of kept.slice(at + 1)) {
          const width = ((one.code.length + other.code.length) / 2) * letter * 0.8
          expect(Math.abs(one.x - other.x) < width && Math.abs(one.y - other.y) < letter).toBe(false)
        }
      }
    }),
  )
})

test('a code that is left out lies on one that stays', () => {
  const kept = namesThatFit(30)
  const out = regionSpots.filter((spot) => !spot.isSmall && !kept.includes(spot))
  expect(out.length).toBeGreaterThan(0)
  for (const spot of out) expect(kept.some((other) => Math.abs(other.x - spot.x) < 30 * 0.8 * 3 && Math.abs(other.y - spot.y) < 33)).toBe(true)
})
