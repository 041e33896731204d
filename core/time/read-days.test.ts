import fc from 'fast-check'
import { expect, test } from 'vitest'
import { addDays, isDay } from './local'
import { readDays } from './read-days'
import { dateWords } from './words'

const today = '2026-11-23'

test.each([
  ['12/1', '2026-12-01', '2026-12-01'],
  ['2026-12-01', '2026-12-01', '2026-12-01'],
  ['Dec 1', '2026-12-01', '2026-12-01'],
  ['1 December 2026', '2026-12-01', '2026-12-01'],
  ['tue', '2026-11-24', '2026-11-24'],
  ['tomorrow', '2026-11-24', '2026-11-24'],
  ['12/1 to 12/5', '2026-12-01', '2026-12-05'],
  ['12/1-12/5', '2026-12-01', '2026-12-05'],
  ['2026-12-30 - 2027-01-02', '2026-12-30', '2027-01-02'],
  ['dec 1-5', '2026-12-01', '2026-12-05'],
  ['tomorrow-wed', '2026-11-24', '2026-11-25'],
  ['week of 12/7', '2026-12-07', '2026-12-13'],
  // A month long gone is next year's, and the year's end is crossed.
  ['1/4', '2027-01-04', '2027-01-04'],
  ['12/30 to 1/3', '2026-12-30', '2027-01-03'],
  ['2028-02-29', '2028-02-29', '2028-02-29'],
])('%s', (text, from, to) => expect(readDays(text, today)).toEqual({ from, to }))

test.each(['', 'soon', '2/30', '2026-02-29', '12/5 to 12/1', '1-2-3', 'dec', 'to 12/1', 'tomorrow-glorp'])(
  '%s is no day',
  (text) => expect(readDays(text, today)).toBeNull(),
)

test('a day in words is read back as that day, however far away', () =>
  fc.assert(
    fc.property(fc.integer({ min: -3000, max: 3000 }), (days) => {
      const day = addDays(today, days)
      expect(readDays(dateWords(day), today)).toEqual({ from: day, to: day })
    }),
  ))

test('real days only', () =>
  expect(['2026-02-28', '2026-02-30', '2026-2-1', 'x'].map(isDay)).toEqual([true, false, false, false]))
