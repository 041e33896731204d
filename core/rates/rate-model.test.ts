import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { day, hour } from '../time/local'
import { reasons } from './account'
import { answerRate } from './answer-rate'
import { askRate, type RatePicture } from './ask'
import { fitRates } from './fit-rates'
import { learnPrice } from './learn-price'
import type { PastPrice, RateQuestion } from './past-price'

const start = Date.UTC(2025, 7, 1)
/** A made-up country: prefixes AAB, each at its own spot of a grid. */
const locate = (prefix: string) =>
  /^\d{3}$/.test(prefix)
    ? { lat: 30 + Math.floor(Number(prefix) / 32) * 0.6, lon: -115 + (Number(prefix) % 32) * 1.2 }
    : null

function random(seed: number) {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}
const bellOf = (next: () => number) => next() + next() + next() + next() + next() + next() - 3

interface Scene {
  count?: number
  /** Dollars on top of the curve for loads out of prefixes below 320, from this day on. */
  move?: { day: number; share: number }
  noise?: number
}

/** 300 days of loads: a curve of miles, dearer by ten percent into the west, with noise. */
function pastOf({ count = 4000, move, noise = 0.06 }: Scene = {}, seed = 7): PastPrice[] {
  const next = random(seed)
  return Array.from({ length: count }, (_, at): PastPrice => {
    const [from, to] = [Math.floor(next() * 640), Math.floor(next() * 640)]
    const bookedAt = start + Math.floor((at / count) * 300 * day)
    const miles = 150 + Math.floor(next() * 1500)
    const reefer = next() < 0.4
    const moved = move && bookedAt >= start + move.day * day && from < 320 ? 1 + move.share : 1
    const price =
      (200 + 1.8 * miles) * (to % 32 < 10 ? 1.1 : 1) * (reefer ? 1.2 : 1) * moved * Math.exp(noise * bellOf(next))
    return {
      id: `l${at}`,
      bookedAt,
      originPostal: String(from).padStart(3, '0'),
      destPostal: String(to).padStart(3, '0'),
      equipment: reefer ? 'reefer' : 'van',
      miles,
      weightLb: 30_000,
      pickupAt: bookedAt + 2 * day,
      leadHours: 48,
      buyMinor: Math.round(price * 100),
      source: 'buy',
      count: 1,
    }
  })
}

const question = (over: Partial<RateQuestion> = {}): RateQuestion => ({
  originPostal: '100',
  destPostal: '500',
  equipment: 'van',
  miles: 700,
  weightLb: 30_000,
  pickupAt: start + 302 * day,
  leadHours: 48,
  asOf: start + 300 * day,
  ...over,
})
const picture = (answer: ReturnType<typeof askRate>): RatePicture => {
  if ('refusal' in answer) throw new Error(answer.refusal.message)
  return answer
}
const fair = (miles: number, west: boolean, reefer = false) =>
  (200 + 1.8 * miles) * (west ? 1.1 : 1) * (reefer ? 1.2 : 1) * 100

describe('the rate model', () => {
  const model = fitRates(pastOf(), { locate })

  test('a lane never run is reported within four percent, in both directions and both equipments', () => {
    for (const [dest, west] of [
      ['481', true],
      ['500', false],
    ] as const) {
      for (const reefer of [false, true]) {
        const answer = picture(
          askRate(model, question({ destPostal: dest, equipment: reefer ? 'reefer' : 'van' }), locate),
        )
        expect(Math.abs(answer.middleMinor / fair(700, west, reefer) - 1), `${dest} ${reefer}`).toBeLessThan(0.04)
      }
    }
  })
  test('eight in ten prices to come lie within low and high', () => {
    const later = pastOf({}, 99).map((price) => ({ ...price, asOf: start + 300 * day, pickupAt: start + 302 * day }))
    const within = later.filter((price) => {
      const answer = picture(askRate(model, price, locate))
      return price.buyMinor >= answer.lowMinor && price.buyMinor <= answer.highMinor
    })
    expect(within.length / later.length).toBeGreaterThan(0.74)
    expect(within.length / later.length).toBeLessThan(0.88)
  })
  test('the percentiles never cross and the account adds up, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.record({
          originPostal: fc.constantFrom('100', '639', '999', 'ZZZ', ''),
          destPostal: fc.constantFrom('200', '001', 'K1A'),
          equipment: fc.constantFrom('van', 'reefer', 'lowboy'),
          miles: fc.option(fc.double({ min: 0, max: 4000, noNaN: true })),
          weightLb: fc.option(fc.integer({ min: -10, max: 300_000 })),
          leadHours: fc.option(fc.double({ min: -50, max: 5000, noNaN: true })),
          pickupAt: fc.integer({ min: start, max: start + 900 * day }),
        }),
        (asked) => {
          const answer = askRate(model, question(asked), locate)
          if ('refusal' in answer) return !asked.miles
          const sum = reasons.reduce((total, reason) => total + answer.account[reason], 0)
          return (
            answer.lowMinor > 0 &&
            answer.lowMinor <= answer.middleMinor &&
            answer.middleMinor <= answer.highMinor &&
            sum === answer.middleMinor
          )
        },
      ),
    )
  })
  test('the same history gives the same model', () => {
    const [one, other] = [fitRates(pastOf({ count: 600 }), { locate }), fitRates(pastOf({ count: 600 }), { locate })]
    expect(answerRate(one, question(), locate)).toEqual(answerRate(other, question(), locate))
  })
  test('it says what it leans on', () => {
    expect(picture(askRate(model, question({ equipment: 'lowboy' }), locate)).basis).toBe('model')
    const busy = fitRates(
      [
        ...pastOf({ count: 500 }),
        ...pastOf({ count: 12 }).map((price) => ({
          ...price,
          id: `b${price.id}`,
          originPostal: '100',
          destPostal: '500',
          bookedAt: price.bookedAt + 1,
        })),
      ].sort((one, other) => one.bookedAt - other.bookedAt),
      { locate },
    )
    expect(picture(askRate(busy, question(), locate))).toMatchObject({ basis: 'lane', comparables: 12 })
  })
  test('neither miles nor places: nothing to go by', () => {
    expect(askRate(model, question({ miles: null, originPostal: 'nowhere' }), locate)).toMatchObject({
      refusal: { code: 'no_miles' },
    })
    expect(picture(askRate(model, question({ miles: 0 }), locate)).middleMinor).toBeGreaterThan(0)
  })
})

describe('a region that moves at once', () => {
  const history = pastOf({ move: { day: 293, share: 0.25 }, count: 6000 })
  test('is followed within a week, and only there', () => {
    const model = fitRates(history, { locate })
    const [moved, still] = [
      picture(askRate(model, question({ originPostal: '150', destPostal: '500' }), locate)),
      picture(askRate(model, question({ originPostal: '630', destPostal: '500' }), locate)),
    ]
    expect(moved.middleMinor / fair(700, false)).toBeGreaterThan(1.17)
    expect(moved.middleMinor / fair(700, false)).toBeLessThan(1.32)
    expect(still.middleMinor / fair(700, false)).toBeLessThan(1.08)
  })
  test('prices taken in one by one move it without a new fit', () => {
    const model = fitRates(
      history.filter(({ bookedAt }) => bookedAt < start + 293 * day),
      { locate },
    )
    const before = picture(askRate(model, question({ originPostal: '150' }), locate)).middleMinor
    for (const price of history.filter(({ bookedAt }) => bookedAt >= start + 293 * day))
      learnPrice(model, price, locate)
    expect(picture(askRate(model, question({ originPostal: '150' }), locate)).middleMinor / before).toBeGreaterThan(
      1.15,
    )
  })
})

describe('other sources', () => {
  const week = (source: PastPrice['source'], count: number): PastPrice[] =>
    pastOf({ count: 300 }, 31).map((price, at) => ({
      ...price,
      id: `m${at}`,
      bookedAt: start + 300 * day + (at * hour) / 4,
      pickupAt: start + 303 * day,
      buyMinor: Math.round(price.buyMinor * 1.2),
      source,
      count,
    }))
  const learning = (prices: PastPrice[]) => {
    const model = fitRates(pastOf(), { locate })
    const before = picture(askRate(model, question({ asOf: start + 306 * day }), locate))
    for (const price of prices) learnPrice(model, price, locate)
    const now = picture(askRate(model, question({ asOf: start + 306 * day }), locate))
    return { moved: now.middleMinor / before.middleMinor, before, now }
  }
  test('the market’s averages move the picture, those of many loads more, and count as no comparables of ours', () => {
    const [few, many] = [learning(week('market', 1).slice(0, 20)), learning(week('market', 40).slice(0, 20))]
    expect(few.moved).toBeGreaterThan(1.005)
    expect(many.moved).toBeGreaterThan(few.moved)
    expect(learning(week('market', 40)).moved).toBeGreaterThan(1.12)
    // Six fits of a model, on a machine that may do something else meanwhile.
  }, 60_000)
  test('a turned-down offer tells less than a buy', () => {
    expect(learning(week('lost_offer', 1).slice(0, 20)).moved).toBeLessThan(learning(week('buy', 1).slice(0, 20)).moved)
  })
})

describe('a dirty history', () => {
  const clean = pastOf({ count: 3000 })
  const dirty = clean.map((price, at): PastPrice => {
    if (at % 100 === 3) return { ...price, buyMinor: price.buyMinor * 10 }
    if (at % 100 === 50) return { ...price, buyMinor: Math.round(price.buyMinor / 10) }
    if (at % 100 === 70) return { ...price, buyMinor: Math.round(price.buyMinor / price.miles!) }
    if (at % 100 === 80) return { ...price, miles: 0 }
    return at % 100 === 90 ? { ...price, weightLb: null } : price
  })
  const repeated = [
    ...dirty,
    ...dirty
      .filter((_, at) => at % 50 === 7)
      .map((price) => ({ ...price, id: `${price.id} again`, bookedAt: price.bookedAt + hour })),
  ].sort((one, other) => one.bookedAt - other.bookedAt)
  const model = fitRates(repeated, { locate })

  test('does not bend the picture', () => {
    const [one, other] = [
      picture(askRate(model, question(), locate)),
      picture(askRate(fitRates(clean, { locate }), question(), locate)),
    ]
    expect(Math.abs(one.middleMinor / other.middleMinor - 1)).toBeLessThan(0.02)
    expect(Math.abs(one.highMinor / other.highMinor - 1)).toBeLessThan(0.04)
  })
  test('is listed, each slip by its name with the price that was meant', () => {
    const count = (kind: string) => model.suspects.filter((suspect) => suspect.kind === kind).length
    expect(count('ten_times')).toBe(30)
    expect(count('a_tenth')).toBe(30)
    expect(count('per_mile')).toBe(30)
    expect(count('duplicate')).toBe(60)
    expect(count('no_miles')).toBeGreaterThanOrEqual(30)
    expect(count('no_weight')).toBeGreaterThanOrEqual(30)
    const slip = model.suspects.find(({ kind }) => kind === 'ten_times')!
    expect(slip.meantMinor).toBe(Math.round(slip.paidMinor / 10))
    // The scene's miles have nothing to do with its map: only where miles are missing may a price look far off.
    expect(
      model.suspects.filter(({ id, kind }) => kind === 'far_off' && Number(id.slice(1)) % 100 !== 80),
    ).toHaveLength(0)
  })
})

describe('little or nothing known', () => {
  test.each([0, 1, 3, 20])('%d past prices still give a picture, wide and reported as the general model', (count) => {
    const answer = picture(askRate(fitRates(pastOf({ count }), { locate }), question(), locate))
    expect(answer.basis).toBe('model')
    expect(answer.middleMinor).toBeGreaterThan(80_000)
    expect(answer.middleMinor).toBeLessThan(250_000)
    expect(answer.highMinor / answer.lowMinor).toBeGreaterThan(1.2)
  })
  test('all loads of one lane, all alike', () => {
    const same = pastOf({ count: 300 }).map((price) => ({
      ...price,
      originPostal: '100',
      destPostal: '500',
      miles: 700,
      equipment: 'van',
      buyMinor: 150_000,
    }))
    expect(picture(askRate(fitRates(same, { locate }), question(), locate)).middleMinor / 150_000).toBeCloseTo(1, 1)
  })
})
