import fc from 'fast-check'
import { expect, test } from 'vitest'
import { likelyWords, slipsBetween } from './spelling'

test.each([
  ['phoenix', 'phoenix', 0],
  ['pheonix', 'phoenix', 1],
  ['phonix', 'phoenix', 1],
  ['pphoenix', 'phoenix', 1],
  ['snomwelt', 'snowmelt', 1],
  ['kitten', 'sitting', 3],
  ['', 'abc', 3],
])('%s and %s are %i apart', (one, other, slips) => expect(slipsBetween(one, other, 5)).toBe(slips))

test('beyond the most it says only that it is more', () => expect(slipsBetween('kitten', 'sitting', 1)).toBe(2))

test('it is the same both ways, and one slip is one', () => {
  const word = fc.string({ minLength: 1, maxLength: 8, unit: fc.constantFrom('a', 'b', 'c') })
  fc.assert(
    fc.property(word, word, (one, other) => {
      expect(slipsBetween(one, other, 9)).toBe(slipsBetween(other, one, 9))
    }),
  )
  fc.assert(
    fc.property(word, fc.nat(), fc.constantFrom('x', 'y'), (text, place, letter) => {
      const at = place % (text.length + 1)
      expect(slipsBetween(text, text.slice(0, at) + letter + text.slice(at), 9)).toBe(1)
    }),
  )
})

test('the likeliest first, none for a short word', () => {
  const known = ['phoenix', 'phoenicia', 'denver', 'lake', 'lane']
  expect(likelyWords('pheonix', known)).toEqual(['phoenix'])
  expect(likelyWords('lame', known)).toEqual(['lake', 'lane'])
  expect(likelyWords('lak', known)).toEqual([])
  expect(likelyWords('zanzibar', known)).toEqual([])
})
