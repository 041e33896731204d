import { expect, test } from 'vitest'
import { pegColor, type StripFigures, stripRange, stripWords } from './rate-strip'

const figures: StripFigures = {
  band: { lowMinor: 205_000, middleMinor: 235_000, highMinor: 275_000, comparables: 9, newestAt: 0, basis: 'lane' },
  targetPayMinor: 225_000,
  maxPayMinor: 250_000,
  sellMinor: 288_000,
  pegs: [
    { payMinor: 248_000, label: 'Night Heron', awarded: true },
    { payMinor: 310_000, label: 'Wandering Elk' },
  ],
}
const empty: StripFigures = { band: null, targetPayMinor: null, maxPayMinor: null, sellMinor: 0, pegs: [] }

test('the range holds every figure with air at both ends', () => {
  const range = stripRange(figures, true)!
  expect(range.low).toBeLessThan(205_000)
  expect(range.high).toBeGreaterThan(310_000)
})
test('the sell price stretches the large strip only', () => {
  const cheap = { ...figures, pegs: [], sellMinor: 400_000 }
  expect(stripRange(cheap, true)!.high).toBeGreaterThan(stripRange(cheap, false)!.high)
})
test('nothing known is no strip; one figure still has room', () => {
  expect(stripRange(empty, true)).toBeNull()
  const one = stripRange({ ...empty, pegs: [{ payMinor: 100_000, label: 'x' }] }, true)!
  expect(one.high).toBeGreaterThan(one.low)
})
test('above max is the colour of act now, no limit is none', () => {
  expect([pegColor(250_001, 250_000), pegColor(250_000, 250_000), pegColor(1, null)]).toEqual([
    'var(--bill)',
    'var(--acacia)',
    'var(--acacia)',
  ])
})
test('the strip in words', () => {
  expect(stripWords(figures)).toBe(
    'likely 2,050 to 2,750, middle 2,350; target 2,250; max 2,500; sell 2,880; offers 2,480 Night Heron awarded, 3,100 Wandering Elk',
  )
  expect(stripWords(empty)).toBe('no history near this lane; no offers')
})
