import { describe, expect, test } from 'vitest'
import { carrierAdjectives, carrierKinds, carrierNouns } from './carrier-names'
import { askedPrice, marketPrice } from './market'
import { chance } from './random'
import { customers, people } from './world'

const day = 86_400_000
const at = Date.UTC(2026, 6, 1)
const lane = { equipment: 'van' as const, miles: 800, originRegion: 'ID', destRegion: 'AZ' }

describe('the demo market', () => {
  test('longer costs more, but less a mile', () => {
    const [near, far] = [marketPrice({ ...lane, miles: 300 }, at), marketPrice({ ...lane, miles: 1200 }, at)]
    expect(far).toBeGreaterThan(near)
    expect(far / 1200).toBeLessThan(near / 300)
  })
  test('a reefer costs more than a van, most of all at harvest', () => {
    const extra = (time: number) => marketPrice({ ...lane, equipment: 'reefer' }, time) / marketPrice(lane, time)
    expect(extra(at)).toBeGreaterThan(1.1)
    expect(extra(Date.UTC(2026, 9, 1))).toBeGreaterThan(extra(Date.UTC(2026, 3, 1)))
  })
  test('where no freight comes back from, a truck asks more', () => {
    expect(marketPrice({ ...lane, destRegion: 'WY' }, at)).toBeGreaterThan(
      marketPrice({ ...lane, destRegion: 'CA' }, at),
    )
  })
  test('short notice costs', () => {
    const mean = (lead: number) => {
      const luck = chance(1)
      return (
        Array.from({ length: 400 }, () => askedPrice(lane, at, lead, luck)).reduce((sum, price) => sum + price, 0) / 400
      )
    }
    expect(mean(2)).toBeGreaterThan(mean(60) * 1.05)
  })
  test('prices spread like a market: nine in ten within a fifth of the middle', () => {
    const luck = chance(2)
    const fair = marketPrice(lane, at)
    const within = Array.from({ length: 1000 }, () => askedPrice(lane, at + luck.next() * day, 60, luck)).filter(
      (price) => Math.abs(price - fair) < fair * 0.2,
    ).length
    expect(within).toBeGreaterThan(900)
  })
})

test('the same seed is the same world, another is another', () => {
  const draw = (seed: number) => {
    const luck = chance(seed)
    return Array.from({ length: 5 }, () => luck.whole(0, 1_000_000))
  }
  expect(draw(7)).toEqual(draw(7))
  expect(draw(7)).not.toEqual(draw(8))
})

test('chance keeps to its bounds', () => {
  const luck = chance(3)
  for (let turn = 0; turn < 2000; turn++) {
    const whole = luck.whole(3, 5)
    expect(whole >= 3 && whole <= 5).toBe(true)
    expect(luck.next()).toBeLessThan(1)
  }
})

test('names suffice for four hundred carriers, and every address is made up', () => {
  expect(carrierAdjectives.length * carrierNouns.length).toBeGreaterThanOrEqual(400)
  expect(new Set(carrierKinds).size).toBe(carrierKinds.length)
  for (const person of people) expect(`${person.mail} ${person.phone}`).toMatch(/\.example \d{3}-555-01\d\d$/)
  expect(customers.length).toBeGreaterThanOrEqual(6)
})
