import fc from 'fast-check'
import { expect, test } from 'vitest'
import { namesInFrame, namesThatFit, regionSpots } from './region-spots'

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
  for (const spot of out)
    expect(kept.some((other) => Math.abs(other.x - spot.x) < 30 * 0.8 * 3 && Math.abs(other.y - spot.y) < 33)).toBe(
      true,
    )
})

test('a code that the edge of the frame would cut is left out, whole ones stay', () => {
  const kansas = regionSpots.find(({ code }) => code === 'KS')!
  const frame = { x: kansas.x - 100, y: kansas.y - 60, width: 200, height: 120 }
  const shown = (moved: Partial<typeof frame>) => namesInFrame(10, { ...frame, ...moved }).map(({ code }) => code)
  expect(shown({})).toContain('KS')
  expect(shown({ y: kansas.y - 3 })).not.toContain('KS')
  expect(shown({ y: kansas.y - 117 })).not.toContain('KS')
  expect(shown({ x: kansas.x + 5 })).not.toContain('KS')
  expect(shown({ x: kansas.x - 195 })).not.toContain('KS')
})
