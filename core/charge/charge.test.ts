import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type Charge, type ChargeBasis, type ChargeKind, chargeSheet, flatCharge, margin, oneCurrency } from './charge'
import { chargeRateWords } from './words'

const charge = (kind: ChargeKind, basis: ChargeBasis, rate: number, quantity: number | null = null): Charge => ({
  kind,
  basis,
  rateE4: Math.round(rate * 10_000),
  quantity,
  currency: 'USD',
  note: '',
  day: null,
})
const facts = { miles: 868, weightLb: 42_300 }

describe('what a charge comes to', () => {
  test.each([
    [charge('line_haul', 'flat', 2480), 248_000],
    [charge('line_haul', 'per_mile', 2.355), 204_414],
    [charge('line_haul', 'hundredweight', 5.1), 215_730],
    [charge('line_haul', 'ton', 100), 211_500],
    [charge('other', 'bushel', 0.55, 900), 49_500],
    [charge('other', 'pallet', 12, 26), 31_200],
    [charge('detention', 'hour', 45, 2.5), 11_250],
    [charge('advance', 'flat', 500), 0],
  ])('%o', (line, amountMinor) => expect(chargeSheet([line], facts).totalMinor).toBe(amountMinor))

  test('a percentage is of the line haul of the same side', () => {
    const sheet = chargeSheet(
      [
        charge('line_haul', 'flat', 2000),
        charge('fuel_surcharge', 'percent_of_line_haul', 12.5),
        charge('lumper', 'flat', 150),
      ],
      facts,
    )
    expect(sheet.lines.map((line) => line.amountMinor)).toEqual([200_000, 25_000, 15_000])
    expect(sheet.totalMinor).toBe(240_000)
  })
  test('the lines add up to the total less what was paid in advance', () => {
    const any = fc.record({
      kind: fc.constantFrom<ChargeKind>('line_haul', 'lumper', 'advance'),
      basis: fc.constantFrom<ChargeBasis>('flat', 'per_mile', 'ton'),
      rate: fc.integer({ min: 0, max: 9_999 }),
    })
    fc.assert(
      fc.property(fc.array(any), (rows) => {
        const sheet = chargeSheet(
          rows.map((row) => charge(row.kind, row.basis, row.rate)),
          facts,
        )
        return (
          sheet.totalMinor === sheet.lines.reduce((sum, line) => sum + line.amountMinor, 0) + sheet.advancesMinor &&
          Number.isSafeInteger(sheet.totalMinor)
        )
      }),
    )
  })
  test('an advance is a payment: it takes nothing from what is earned, only from what is still due', () => {
    const sheet = chargeSheet(
      [flatCharge('line_haul', 238_000), { ...flatCharge('advance', 50_000), day: '2026-11-23' }],
      facts,
    )
    expect(sheet).toMatchObject({ totalMinor: 238_000, advancesMinor: 50_000, currency: 'USD' })
  })
  test('margin in money and percent of sell', () => {
    expect(margin(288_000, 248_000)).toEqual({ amountMinor: 40_000, percent: 13.9 })
    expect(margin(0, 100)).toEqual({ amountMinor: -100, percent: null })
  })
  test('two currencies are noticed', () => {
    expect(oneCurrency([flatCharge('line_haul', 100), { ...flatCharge('lumper', 100), currency: 'CAD' }])).toBe(false)
  })
  test('rates in words', () => {
    expect(chargeRateWords(charge('line_haul', 'per_mile', 2.355))).toBe('2.355 a mile')
    expect(chargeRateWords(charge('detention', 'hour', 45, 2.5))).toBe('45 an hour × 2.5')
  })
})
