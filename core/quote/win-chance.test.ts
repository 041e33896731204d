import { describe, expect, test } from 'vitest'
import { bestPrice, chanceAt, type DecidedLine, fitWinChance } from './win-chance'

/** A small generator of its own (Park and Miller's minimal standard), so that the data shares nothing with the fit. */
function random(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}

function history(
  count: number,
  { level, slope, own = 0, seed = 7 }: { level: number; slope: number; own?: number; seed?: number },
): DecidedLine[] {
  const next = random(seed)
  return Array.from({ length: count }, () => {
    const ratio = 1.02 + next() * 0.3
    const mine = next() < 0.2
    return { ratio, own: mine, won: next() < 1 / (1 + Math.exp(-(level + (mine ? own : 0) - slope * Math.log(ratio)))) }
  })
}

describe('the chance to win', () => {
  test('finds the curve the customers decided by', () => {
    const model = fitWinChance(history(6000, { level: 2, slope: 18 }))!
    expect(Math.abs(model.at[0] - 2)).toBeLessThan(0.3)
    expect(Math.exp(model.at[1])).toBeGreaterThan(16)
    expect(Math.exp(model.at[1])).toBeLessThan(20)
  })
  test('its band holds the true chance about eight times in ten', () => {
    let held = 0
    for (let seed = 1; seed <= 200; seed++) {
      const chance = chanceAt(fitWinChance(history(300, { level: 2, slope: 18, seed: seed * 7919 }))!, 114_000, 100_000)
      const truth = 1 / (1 + Math.exp(-(2 - 18 * Math.log(1.14))))
      if (truth >= chance.low && truth <= chance.high) held++
    }
    expect(held).toBeGreaterThan(145)
    expect(held).toBeLessThan(185)
  })
  test('never climbs with the price, whatever the data say', () => {
    const wild = history(200, { level: 0, slope: -10 })
    const model = fitWinChance(wild)!
    const chances = Array.from({ length: 40 }, (_, step) => chanceAt(model, 100_000 + step * 1000, 100_000).middle)
    expect(chances.every((chance, at) => at === 0 || chance <= chances[at - 1]!)).toBe(true)
  })
  test('a customer who takes more is known by it, once there is enough of theirs', () => {
    const keen = fitWinChance(history(1500, { level: 1.5, slope: 16, own: 1 }))!
    const usual = fitWinChance(history(1500, { level: 1.5, slope: 16, own: 0 }))!
    expect(chanceAt(keen, 115_000, 100_000).middle).toBeGreaterThan(chanceAt(usual, 115_000, 100_000).middle + 0.1)
  })
  test('fewer lines, a wider band', () => {
    const wide = (count: number) => {
      const { low, high } = chanceAt(fitWinChance(history(count, { level: 2, slope: 18 }))!, 114_000, 100_000)
      return high - low
    }
    expect(wide(60)).toBeGreaterThan(wide(2000) * 2)
  })
  test('too few of either kind say nothing', () => {
    expect(fitWinChance(history(39, { level: 2, slope: 18 }))).toBeNull()
    expect(fitWinChance(history(400, { level: 9, slope: 1 }))).toBeNull()
  })
})

describe('the price that keeps most', () => {
  const model = fitWinChance(history(3000, { level: 2, slope: 18 }))!
  const best = bestPrice(model, 200_000)
  test('is the top of chance times margin, by trying every step of five dollars', () => {
    let top = 0
    let at = 0
    for (let price = 200_000; price <= 320_000; price += 500) {
      const kept = chanceAt(model, price, 200_000).middle * (price - 200_000)
      if (kept > top) [top, at] = [kept, price]
    }
    expect(Math.abs(best.priceMinor - at)).toBeLessThanOrEqual(1000)
    expect(best.expectedMarginMinor).toBeGreaterThan(top * 0.999)
  })
  test('lies within its own bounds, above the cost, in whole five dollars', () => {
    expect(best.lowMinor).toBeLessThanOrEqual(best.priceMinor)
    expect(best.highMinor).toBeGreaterThanOrEqual(best.priceMinor)
    expect(best.priceMinor).toBeGreaterThan(200_000)
    expect(best.priceMinor % 500).toBe(0)
  })
  test('its bounds widen with less to go by', () => {
    const few = bestPrice(fitWinChance(history(60, { level: 2, slope: 18 }))!, 200_000)
    expect(few.highMinor - few.lowMinor).toBeGreaterThan(best.highMinor - best.lowMinor)
  })
})
