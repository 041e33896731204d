import { expect, test } from 'vitest'
import { shapesSvg } from './shapes'

const numbers = (path: string) => [...path.matchAll(/-?\d+(?:\.\d+)?/g)].map(Number)
const symbol = (name: string) => new RegExp(`<path id="${name}" d="([^"]*)"/>`).exec(shapesSvg())![1]!

test.each(['land', 'lakes', 'borders'])('the ground has its %s, as one path that begins with a move', (name) => {
  expect(symbol(name)).toMatch(/^M/)
  expect(symbol(name).length).toBeGreaterThan(500)
})
test('land and lakes are closed, borders are lines', () => {
  expect(symbol('land')).toMatch(/Z$/)
  expect(symbol('lakes')).toMatch(/Z$/)
  expect(symbol('borders')).not.toContain('Z')
})
test('nothing is drawn without end or far beyond the sheet, and every figure is one', () => {
  const all = numbers(symbol('land'))
  expect(all.every(Number.isFinite)).toBe(true)
  expect(shapesSvg()).not.toMatch(/NaN|undefined|Infinity/)
  expect(Math.max(...all.map(Math.abs))).toBeLessThan(3000)
})
test('it is drawn once', () => expect(shapesSvg()).toBe(shapesSvg()))
