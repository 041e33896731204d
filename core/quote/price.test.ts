import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { flatCharge } from '../charge/charge'
import { earlierPrices, sumBid } from './compare'
import { decideLine, lineActs } from './line-state'
import { type MarginRule, marginRuleSchema, sellFor } from './margin-rule'
import { priceLine } from './price-line'
import { lineStates } from './quote'
import { pickupWords, validWords } from './words'

const rule = (over: Partial<MarginRule> = {}): MarginRule => ({
  percentE2: 1400,
  floorMinor: null,
  capMinor: null,
  ...over,
})

describe('the margin rule', () => {
  test.each([
    ['a share of the price, not of the cost', 200_000, rule(), 233_000],
    ['never less than the floor', 30_000, rule({ floorMinor: 120_00 }), 42_000],
    ['never more than the cap', 900_000, rule({ capMinor: 600_00 }), 960_000],
    ['nothing kept', 200_100, rule({ percentE2: 0 }), 200_500],
  ])('%s', (_, cost, given, sell) => expect(sellFor(cost, given)).toBe(sell))
  test('floor and cap hold for any cost, and a dearer cost is never sold cheaper', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100_00, max: 20_000_00 }),
        fc.integer({ min: 0, max: 500_00 }),
        fc.integer({ min: 0, max: 4000 }),
        fc.integer({ min: 0, max: 400_00 }),
        fc.integer({ min: 0, max: 400_00 }),
        (cost, more, percentE2, floorMinor, over) => {
          // A cap nearer to the floor than a step of five dollars cannot always be met: the cap is reported first then.
          const given = { percentE2, floorMinor, capMinor: floorMinor + 500 + over }
          const kept = sellFor(cost, given) - cost
          expect(kept).toBeGreaterThanOrEqual(floorMinor)
          expect(kept).toBeLessThanOrEqual(given.capMinor)
          expect(sellFor(cost + more, given)).toBeGreaterThanOrEqual(sellFor(cost, given))
        },
      ),
    )
  })
  test('a cap under the floor is refused', () =>
    expect(marginRuleSchema.safeParse({ percentE2: 1000, floorMinor: 200_00, capMinor: 100_00 }).success).toBe(false))
})

const facts = { miles: 787, weightLb: 42_000 }
const table = (basis: 'per_mile' | 'percent_of_line_haul', addE4: number) => ({
  table: { name: 'x', baseE3: 1250, stepE3: 60, basis, addE4, begunStepCounts: true },
  dieselE3: 3720,
})

describe('the price of a line', () => {
  test('without a fuel table it is one line haul', () => {
    expect(
      priceLine(
        { costMinor: 226_000, ownPriceMinor: null, extras: [], facts },
        { currency: 'USD', by: null, rule: rule(), fuel: null },
      ),
    ).toMatchObject({
      lineHaulMinor: 263_000,
      fuelMinor: 0,
      sellMinor: 263_000,
      marginMinor: 37_000,
      marginPercent: 14.1,
    })
  })
  test('fuel by the mile is taken out of the line haul, the sum stays', () => {
    const price = priceLine(
      { costMinor: 226_000, ownPriceMinor: null, extras: [], facts },
      { currency: 'USD', by: null, rule: rule(), fuel: table('per_mile', 100) },
    )!
    expect(price).toMatchObject({ fuelMinor: 33_054, lineHaulMinor: 229_946, sellMinor: 263_000 })
    expect(price.charges.map(({ kind }) => kind)).toEqual(['line_haul', 'fuel_surcharge'])
  })
  test('fuel by percent likewise, within a cent', () => {
    const price = priceLine(
      { costMinor: 226_000, ownPriceMinor: null, extras: [], facts },
      { currency: 'USD', by: null, rule: rule(), fuel: table('percent_of_line_haul', 3000) },
    )!
    expect(Math.abs(price.sellMinor - 263_000)).toBeLessThanOrEqual(1)
    expect(price.fuelMinor / price.lineHaulMinor).toBeCloseTo(0.126, 4)
  })
  test('a price of one’s own stands, extras come on top of it and are no margin', () => {
    expect(
      priceLine(
        { costMinor: 226_000, ownPriceMinor: 250_000, extras: [flatCharge('tarp', 7500)], facts },
        { currency: 'USD', by: null, rule: rule(), fuel: null },
      ),
    ).toMatchObject({ sellMinor: 257_500, extrasMinor: 7500, marginMinor: 24_000 })
  })
  test('a cost nobody knows is no price, unless one is typed', () => {
    expect(
      priceLine(
        { costMinor: null, ownPriceMinor: null, extras: [], facts },
        { currency: 'USD', by: null, rule: rule(), fuel: null },
      ),
    ).toBeNull()
    expect(
      priceLine(
        { costMinor: null, ownPriceMinor: 100_000, extras: [], facts },
        { currency: 'USD', by: null, rule: rule(), fuel: null },
      ),
    ).toMatchObject({ sellMinor: 100_000, marginMinor: null })
  })
  test('fuel over the whole price leaves no line haul below nothing', () =>
    expect(
      priceLine(
        { costMinor: null, ownPriceMinor: 10_000, extras: [], facts },
        { currency: 'USD', by: null, rule: rule(), fuel: table('per_mile', 100) },
      )!.lineHaulMinor,
    ).toBe(0))
  const cad = { currency: 'CAD', by: { rateE6: 731_200, day: '2026-11-27' } } as const
  test('in another currency: the cost is turned, the margin is reported in the desk’s', () => {
    // 2,260.00 / 0.7312 = 3,090.81; over 0.86 is 3,593.97, up to the next five: 3,595.00, which is 2,628.66 at 0.7312.
    const price = priceLine(
      { costMinor: 226_000, ownPriceMinor: null, extras: [{ ...flatCharge('tarp', 7500), currency: 'CAD' }], facts },
      { ...cad, rule: rule(), fuel: null },
    )!
    expect(price).toMatchObject({
      lineHaulMinor: 359_500,
      extrasMinor: 7500,
      sellMinor: 367_000,
      marginMinor: 36_866,
      marginPercent: 14,
    })
    expect(new Set(price.charges.map(({ currency }) => currency))).toEqual(new Set(['CAD']))
  })
  test('a floor in the desk’s currency holds in another', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100_00, max: 900_000 }),
        fc.integer({ min: 0, max: 40_000 }),
        fc.integer({ min: 600_000, max: 1_400_000 }),
        (costMinor, floorMinor, rateE6) => {
          const price = priceLine(
            { costMinor, ownPriceMinor: null, extras: [], facts },
            {
              currency: 'CAD',
              by: { rateE6, day: '2026-11-27' },
              rule: rule({ percentE2: 0, floorMinor }),
              fuel: null,
            },
          )!
          expect(price.marginMinor!).toBeGreaterThanOrEqual(floorMinor - 2)
        },
      ),
    )
  })
  test('fuel by the mile is turned as well, by percent it stays', () => {
    const facts1000 = { miles: 1000, weightLb: null }
    const fuelOf = (basis: 'per_mile' | 'percent_of_line_haul', addE4: number) =>
      priceLine(
        { costMinor: null, ownPriceMinor: 500_000, extras: [], facts: facts1000 },
        { ...cad, rule: rule(), fuel: table(basis, addE4) },
      )!
    // 42 steps of a cent are $0.42 a mile: C$0.5744 at 0.7312.
    expect(fuelOf('per_mile', 100)).toMatchObject({ fuelMinor: 57_440, sellMinor: 500_000 })
    expect(fuelOf('percent_of_line_haul', 3000).charges[1]).toMatchObject({ rateE4: 126_000, currency: 'CAD' })
  })
})

describe('how a line stands', () => {
  const moves = lineStates.flatMap((state) => lineActs.map((act) => [state, act] as const))
  const allowed: Record<string, string> = {
    'draft send': 'sent',
    'sent send': 'sent',
    'lapsed send': 'sent',
    'draft change': 'draft',
    'sent change': 'draft',
    'lapsed change': 'draft',
    'draft win': 'won',
    'sent win': 'won',
    'won win': 'won',
    'lapsed win': 'won',
    'draft lose': 'lost',
    'sent lose': 'lost',
    'won lose': 'lost',
    'lost lose': 'lost',
    'lapsed lose': 'lost',
    'won reopen': 'draft',
    'lost reopen': 'draft',
    'lapsed reopen': 'draft',
    'draft remove': 'draft',
    'sent remove': 'sent',
    'lapsed remove': 'lapsed',
    'sent lapse': 'lapsed',
  }
  test.each(moves)('%s: %s', (state, act) => {
    const decision = decideLine({ state, priced: true, loadsMade: 0 }, act)
    expect('to' in decision ? decision.to : undefined).toBe(allowed[`${state} ${act}`])
  })
  test('what has no price is neither sent, won nor lost', () => {
    for (const act of ['send', 'win', 'lose'] as const)
      expect(decideLine({ state: 'draft', priced: false, loadsMade: 0 }, act)).toMatchObject({
        refusal: { code: 'not_priced' },
      })
  })
  test('loads that were made of it hold it', () => {
    for (const act of ['lose', 'reopen'] as const)
      expect(decideLine({ state: 'won', priced: true, loadsMade: 2 }, act)).toMatchObject({
        refusal: { code: 'loads_made' },
      })
  })
})

describe('a bid against an earlier one', () => {
  const line = (originPostal: string, destPostal: string, sellMinor: number | null, miles = 500) => ({
    originPostal,
    destPostal,
    equipment: 'flatbed',
    sellMinor,
    miles,
  })
  test('by postal prefix and equipment; of two in one prefix the one of like miles', () => {
    const earlier = [
      line('29301', '43085', 180_000, 460),
      line('29303', '43099', 190_000, 505),
      { ...line('29301', '43085', 100_000), equipment: 'van' },
      line('28201', '75201', null),
    ]
    expect(
      earlierPrices([line('29302', '43004', 150_000, 502), line('28202', '75202', 1)], earlier).map(
        (each) => each?.sellMinor ?? null,
      ),
    ).toEqual([190_000, null])
  })
  test('sums count volumes, compare only what was quoted before, and leave out what has no price', () => {
    expect(
      sumBid([
        { sellMinor: 1000, deskSellMinor: 700, marginMinor: 100, loads: 10, thenMinor: 900 },
        { sellMinor: 2000, deskSellMinor: 1400, marginMinor: null, loads: null, thenMinor: null },
        { sellMinor: null, deskSellMinor: null, marginMinor: null, loads: 7, thenMinor: 5 },
      ]),
    ).toEqual({
      lines: 3,
      priced: 2,
      loads: 11,
      sellMinor: 12_000,
      deskSellMinor: 8400,
      marginMinor: 1000,
      compared: 1,
      comparedNowMinor: 10_000,
      comparedThenMinor: 9000,
    })
  })
})

test('words of days', () => {
  expect([
    pickupWords(null, null),
    pickupWords('2026-12-01', '2026-12-01'),
    pickupWords('2026-12-01', '2026-12-05'),
    pickupWords('2026-11-30', '2026-12-02'),
  ]).toEqual(['any', 'Tue, Dec 1', 'Dec 1-5', 'Nov 30-Dec 2'])
  expect(
    ['2026-11-23', '2026-11-24', '2026-11-30', '2026-11-22', '2026-11-20'].map((day) => validWords(day, '2026-11-23')),
  ).toEqual([
    'good until tonight',
    'good until tomorrow',
    'good 7 more days',
    'ran out yesterday',
    'ran out 3 days ago',
  ])
})
