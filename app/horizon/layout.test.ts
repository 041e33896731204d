import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { hour } from '#core/time/local'
import { nights, placeLabels, ticks, timeScale } from './layout'

const now = Date.UTC(2026, 10, 23, 20, 12)
const scale = timeScale(now, now + 120 * hour, 54, 1260)

describe('the line of time', () => {
  test('runs from now to the end, never backwards', () => {
    expect(scale(now)).toBe(54)
    expect(scale(now + 120 * hour)).toBeCloseTo(1260)
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 119, noNaN: true }),
        (hours) => scale(now + hours * hour) <= scale(now + (hours + 1) * hour),
      ),
    )
  })
  test('the next hour takes more room than an hour tomorrow', () => {
    expect(scale(now + hour) - scale(now)).toBeGreaterThan(3 * (scale(now + 31 * hour) - scale(now + 30 * hour)))
  })
  test('what is overdue sits just left of now', () => expect(scale(now - 50 * hour)).toBe(26))
  test('marks can be read: none closer than 58', () => {
    const places = ticks(scale, 'America/Boise')
      .map((tick) => tick.x)
      .sort((one, other) => one - other)
    expect(places.length).toBeGreaterThan(5)
    places.slice(1).forEach((x, index) => expect(x - places[index]!).toBeGreaterThanOrEqual(58))
  })
  test('a night belongs to its evening, also when it began before now', () => {
    const late = timeScale(Date.UTC(2026, 10, 24, 9), Date.UTC(2026, 10, 26, 9), 54, 1260)
    expect(nights(late, 'America/Boise')[0]!.from).toBe(54)
    expect(nights(late, 'America/Boise')).toHaveLength(3)
  })
})

describe('labels', () => {
  test('never overlap, whatever a hundred loads do', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 54, max: 1200, noNaN: true }), { maxLength: 100 }), (places) => {
        const placed = placeLabels(
          places.map((x) => ({ item: x, x, width: 80 })),
          5,
          1270,
        ).filter((each) => each.row !== null)
        return placed.every((one, index) =>
          placed.slice(index + 1).every((other) => one.row !== other.row || Math.abs(one.x - other.x) >= 80),
        )
      }),
    )
  })
  test('the first in the list is the first with a label', () => {
    const placed = placeLabels(
      [
        { item: 'first', x: 100, width: 80 },
        { item: 'second', x: 104, width: 80 },
      ],
      1,
      1270,
    )
    expect(placed.map((each) => each.row)).toEqual([0, null])
  })
  test('a label that would run out of the drawing is left out', () =>
    expect(placeLabels([{ item: 1, x: 1250, width: 80 }], 3, 1270)[0]!.row).toBeNull())
})
