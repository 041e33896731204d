import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { closer, frameAfter, frameAround, isMapKey, pathOf, project, unitsPerRadius, zoom } from './project'
import { regionSpots } from './region-spots'

describe('the sheet', () => {
  test('its middle is where the projection is centred', () =>
    expect(pathOf([project({ lat: 38, lon: -96 })])).toMatch(/^M-?0 -?0$/))
  test('north is up, east is right, on the way from Laredo to Winnipeg and from Boise to Boston', () => {
    expect(project({ lat: 49.9, lon: -97.1 }).y).toBeLessThan(project({ lat: 27.5, lon: -99.5 }).y)
    expect(project({ lat: 42.4, lon: -71.1 }).x).toBeGreaterThan(project({ lat: 43.6, lon: -116.2 }).x)
  })
  test('areas are equal: a degree square in Texas and one in Manitoba by the cosine of their latitude', () => {
    const area = (lat: number) => {
      const corners = [
        [0, 0],
        [0, 0.1],
        [0.1, 0.1],
        [0.1, 0],
      ].map(([north, east]) => project({ lat: lat + north!, lon: -98 + east! }))
      return (
        Math.abs(
          corners.reduce((sum, { x, y }, at) => sum + x * corners[(at + 1) % 4]!.y - corners[(at + 1) % 4]!.x * y, 0),
        ) / 2
      )
    }
    const radian = Math.PI / 180
    for (const lat of [27, 38, 50, 60])
      expect(area(lat)).toBeCloseTo((0.1 * radian) ** 2 * Math.cos((lat + 0.05) * radian) * unitsPerRadius ** 2, 2)
  })
  test('every state’s code is written on the sheet', () => {
    expect(regionSpots.length).toBeGreaterThan(60)
    for (const { x, y } of regionSpots) expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true)
  })
})

describe('frames', () => {
  const spot = fc.record({
    x: fc.double({ min: -800, max: 800, noNaN: true }),
    y: fc.double({ min: -600, max: 900, noNaN: true }),
  })
  test('all spots are inside, in the shape asked for', () => {
    fc.assert(
      fc.property(
        fc.array(spot, { minLength: 1, maxLength: 20 }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        (spots, shape) => {
          const frame = frameAround(spots, shape)
          return (
            Math.abs(frame.width / frame.height - shape) < 1e-6 &&
            spots.every(
              ({ x, y }) => x > frame.x && x < frame.x + frame.width && y > frame.y && y < frame.y + frame.height,
            )
          )
        },
      ),
    )
  })
  test('the spot zoomed at stays where it is', () => {
    const frame = { x: 0, y: 0, width: 400, height: 200 }
    const nearer = zoom(frame, closer, { x: 100, y: 150 })
    expect((100 - nearer.x) / nearer.width).toBeCloseTo(0.25, 9)
    expect((150 - nearer.y) / nearer.height).toBeCloseTo(0.75, 9)
  })
  test('nobody zooms in beyond a town or out beyond the continent', () => {
    let [near, far] = [
      { x: 0, y: 0, width: 400, height: 200 },
      { x: 0, y: 0, width: 400, height: 200 },
    ]
    for (let turn = 0; turn < 60; turn++) [near, far] = [frameAfter('+', near, near), frameAfter('-', far, far)]
    expect(near.width).toBe(10)
    expect(far.width).toBe(2200)
  })
  test('arrows move, zero brings home, other keys are not the map’s', () => {
    const home = { x: 0, y: 0, width: 400, height: 200 }
    expect(frameAfter('ArrowLeft', home, home).x).toBeLessThan(0)
    expect(frameAfter('0', frameAfter('ArrowDown', home, home), home)).toBe(home)
    expect(['+', '-', '0', 'ArrowUp', 'a', 'Enter'].filter(isMapKey)).toEqual(['+', '-', '0', 'ArrowUp'])
  })
})
