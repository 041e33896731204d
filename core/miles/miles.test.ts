import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { cellOf, cellsAround } from '../place/place'
import { restsOnTheWay, transitHours } from './driving-time'
import { straightMiles, truckLeg, truckRoute } from './miles'

const twinFalls = { lat: 42.563, lon: -114.461 }
const phoenix = { lat: 33.448, lon: -112.074 }

describe('miles', () => {
  test('a degree of latitude is 69.09 statute miles', () => {
    expect(straightMiles({ lat: 40, lon: -100 }, { lat: 41, lon: -100 })).toBeCloseTo(69.09, 1)
  })
  test('across the date line is the short way', () => {
    expect(straightMiles({ lat: 0, lon: 179.5 }, { lat: 0, lon: -179.5 })).toBeCloseTo(69.09, 1)
  })
  test('the truck never drives less than the straight line, and both ways are alike', () => {
    const point = fc.record({ lat: fc.double({ min: 25, max: 49, noNaN: true }), lon: fc.double({ min: -124, max: -67, noNaN: true }) })
    fc.assert(
      fc.property(point, point, (from, to) => {
        const leg = truckLeg(from, to)
        return leg.miles >= straightMiles(from, to) && truckLeg(to, from).miles === leg.miles
      }),
    )
  })
  test('Twin Falls to Phoenix within a tenth of the 868 road miles', () => {
    expect(Math.abs(truckLeg(twinFalls, phoenix).miles - 868) / 868).toBeLessThan(0.15)
  })
  test('a route adds up its legs', () => {
    const route = truckRoute([twinFalls, phoenix, twinFalls])
    expect(route.legs).toHaveLength(2)
    expect(route.miles).toBeCloseTo(route.legs[0]!.miles * 2, 5)
  })
  test('one stop has no miles', () => expect(truckRoute([phoenix])).toEqual({ miles: 0, hours: 0, legs: [] }))
})

describe('driving time', () => {
  test.each([
    [7.5, 7.5],
    [8, 8],
    [8.5, 9],
    [11, 11.5],
    [12, 12 + 0.5 + 10],
    [22, 22 + 1 + 10],
    [30, 30 + 1 + 20],
  ])('%s wheel hours take %s', (wheel, total) => expect(transitHours(wheel, false)).toBe(total))
  test('a team does not sleep by the road', () => {
    expect(restsOnTheWay(30, true)).toEqual([])
    expect(transitHours(30, true)).toBeLessThan(transitHours(30, false))
  })
  test('the way never takes less than the wheel time', () => {
    fc.assert(fc.property(fc.double({ min: 0, max: 80, noNaN: true }), (wheel) => transitHours(wheel, false) >= wheel && transitHours(wheel, true) >= wheel))
  })
})

describe('squares of the map', () => {
  test('a neighbour is one of nine', () => {
    const around = cellsAround(twinFalls, 1)
    expect(around).toHaveLength(9)
    expect(around).toContain(cellOf({ lat: twinFalls.lat + 0.9, lon: twinFalls.lon - 0.9 }))
    expect(around).not.toContain(cellOf(phoenix))
  })
})
