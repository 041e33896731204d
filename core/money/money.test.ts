import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { formatAmount, formatMoney, percentOf, readAmount, readMoney, roundHalfAway } from './money'

describe('amounts', () => {
  test.each([
    ['2480', 248000],
    ['$2,480.50', 248050],
    ['2.5k', 250000],
    [' 1850 ', 185000],
    ['0', 0],
    ['12,34', null],
    ['-5', null],
    ['1.005', null],
    ['about 900', null],
    ['', null],
  ])('%s is read as %s', (text, minor) => expect(readAmount(text)).toBe(minor))

  test.each([
    [248000, '2,480'],
    [248050, '2,480.50'],
    [-1205, '-12.05'],
    [100000000, '1,000,000'],
    [0, '0'],
  ])('%s minor units are written %s', (minor, text) => expect(formatAmount(minor)).toBe(text))

  test('the currency stands before the figure', () => {
    expect(formatMoney(248000)).toBe('$2,480')
    expect(formatMoney(-248000, 'CAD')).toBe('-C$2,480')
  })

  test('what is written is read back the same', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99_999_999_999 }), (minor) => readAmount(formatAmount(minor)) === minor),
    )
  })

  test('a half cent goes away from zero', () => {
    expect([roundHalfAway(2.5), roundHalfAway(-2.5), roundHalfAway(2.4)]).toEqual([3, -3, 2])
  })

  test('no percentage of nothing', () => {
    expect(percentOf(1, 0)).toBeNull()
    expect(percentOf(400, 2880)).toBe(13.9)
  })
})

test.each([
  ['2480', 'USD', 248_000, 'USD'],
  ['2480', 'CAD', 248_000, 'CAD'],
  ['C$2,480.50', 'USD', 248_050, 'CAD'],
  ['2.4k cad', 'USD', 240_000, 'CAD'],
  ['US$ 2,000', 'CAD', 200_000, 'USD'],
  ['usd 2000', 'CAD', 200_000, 'USD'],
] as const)('%s, usually %s', (text, usual, amountMinor, currency) =>
  expect(readMoney(text, usual)).toEqual({ amountMinor, currency }),
)
test.each(['EUR 5', 'C$', 'cad', '-5', ''])('%j is no money', (text) => expect(readMoney(text, 'USD')).toBeNull())
