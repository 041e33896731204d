import { describe, expect, test } from 'vitest'
import { isDay } from '../time/local'
import { convertedWords, convertToDesk, readExchangeRates } from './exchange'
import { isCurrency } from './money'

const rates = [
  { day: '2026-11-20', from: 'CAD', to: 'USD', rateE6: 720_000 },
  { day: '2026-11-27', from: 'CAD', to: 'USD', rateE6: 731_200 },
] as const
const cad = (amountMinor: number) => ({ amountMinor, currency: 'CAD' as const })

describe('a sum in the desk’s currency', () => {
  test.each([
    [cad(288_000), '2026-11-27', 210_586, '2026-11-27'],
    [cad(288_000), '2026-11-30', 210_586, '2026-11-27'],
    [cad(288_000), '2026-11-26', 207_360, '2026-11-20'],
    [cad(-1), '2026-11-27', -1, '2026-11-27'],
  ])('%o on %s is %i by the rate of %s', (money, day, amountMinor, by) =>
    expect(convertToDesk(money, rates, day)).toMatchObject({ amountMinor, by: { day: by } }),
  )
  test('needs no rate where it is the desk’s own', () =>
    expect(convertToDesk({ amountMinor: 5, currency: 'USD' }, [], '2026-11-27')).toEqual({ amountMinor: 5, by: null }))
  test.each(['2026-11-19', '2026-12-08', '2027-11-27'])('is refused on %s: none is known, or it is too old', (day) =>
    expect(convertToDesk(cad(5), rates, day)).toMatchObject({ refusal: { code: 'no_exchange_rate' } }),
  )
  test('is reported with the rate it was turned by', () => {
    const money = cad(288_000)
    const converted = convertToDesk(money, rates, '2026-11-27')
    if ('refusal' in converted) throw new Error('refused')
    expect(convertedWords(money, converted)).toBe('C$2,880 ($2,105.86 at 0.7312 on Fri, Nov 27)')
  })
})

test('a table is read row by row, and nonsense is reported', () => {
  const read = readExchangeRates(
    [
      ['day', 'from', 'to', 'rate'],
      ['2026-11-27', 'CAD', 'USD', '0.7312'],
      ['2026-02-30', 'CAD', 'USD', '0.7'],
      ['2026-11-27', 'CAD', 'EUR', '0.7'],
      ['2026-11-27', 'CAD', 'USD', '7312'],
      ['2026-11-27', 'USD', 'USD', '1'],
    ],
    isCurrency,
    isDay,
  )
  expect(read.rows).toEqual([{ day: '2026-11-27', from: 'CAD', to: 'USD', rateE6: 731_200 }])
  expect(read.refused.map(({ line }) => line)).toEqual([3, 4, 5, 6])
})
