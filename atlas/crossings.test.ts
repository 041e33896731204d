import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { roadClasses } from '../core/miles/network'
import { type Point, straightMiles } from '../core/place/straight'
import { findCrossings, roadPair } from './crossings'
import type { DraftLeg } from './draft-legs'

const leg = (
  from: number,
  to: number,
  road: string,
  roadClass: (typeof roadClasses)[number] = 'two-lane',
  miles = 30,
): DraftLeg => ({ from, to, road, class: roadClasses.indexOf(roadClass), miles })

// A cross of two roads, half a degree to each side of 40 north, 95 west: Northtown, Southtown, Westtown, Easttown.
const cross: Point[] = [
  { lat: 40.25, lon: -95 },
  { lat: 39.75, lon: -95 },
  { lat: 40, lon: -95.3 },
  { lat: 40, lon: -94.7 },
]
const northSouth = leg(0, 1, 'US-1')
const westEast = leg(2, 3, 'US-2')
const none = new Set<string>()

describe('crossings', () => {
  it('two highways that share no town have a junction where they cross', () => {
    const [found, ...more] = findCrossings(cross, [northSouth, westEast], none)
    expect(more).toEqual([])
    expect(found!.legs).toEqual([0, 1])
    expect(found!.point.lat).toBeCloseTo(40, 3)
    expect(found!.point.lon).toBeCloseTo(-95, 3)
    expect(found!.along[0]).toBeCloseTo(0.5, 2)
  })

  it.each([
    ['roads that share a town', [northSouth, leg(1, 3, 'US-2')]],
    ['a road with itself', [northSouth, leg(2, 3, 'US-1')]],
    ['a ferry', [northSouth, leg(2, 3, 'BC ferry', 'ferry')]],
    ['a street of a city', [northSouth, leg(2, 3, 'I-1', 'urban')]],
    ['a freeway and a small road', [leg(0, 1, 'I-1', 'freeway'), leg(2, 3, 'regional roads')]],
    [
      'ends that are joined by a way hardly longer',
      [
        northSouth,
        westEast,
        ...[0, 1].flatMap((one) => [2, 3].map((other) => leg(one, other, 'by-road', 'two-lane', 24))),
      ],
    ],
  ])('none is supposed of %s', (_, legs) => {
    expect(findCrossings(cross, legs, none).filter((each) => each.legs.every((at) => at < 2))).toEqual([])
  })

  it('two small roads may meet, and a freeway with a highway', () => {
    expect(findCrossings(cross, [leg(0, 1, 'regional roads'), leg(2, 3, 'regional roads')], none)).toHaveLength(1)
    expect(findCrossings(cross, [leg(0, 1, 'I-1', 'freeway'), westEast], none)).toHaveLength(1)
  })

  it('roads known to pass over each other do not meet, in whichever order they are named', () => {
    expect(findCrossings(cross, [northSouth, westEast], new Set([roadPair('US-2', 'US-1')]))).toEqual([])
  })

  it('none where the lines meet beside a town, or at a sharp angle', () => {
    const beside = cross.map((point, at) => (at === 2 ? { lat: 40, lon: -95.03 } : point))
    expect(findCrossings(beside, [northSouth, westEast], none)).toEqual([])
    const sharp = cross.map((point, at) => {
      if (at === 2) return { lat: 40.24, lon: -95.06 }
      if (at === 3) return { lat: 39.76, lon: -94.94 }
      return point
    })
    expect(findCrossings(sharp, [northSouth, westEast], none)).toEqual([])
  })

  it('whatever the lines, a crossing lies on both of them', () => {
    const point = fc.record({
      lat: fc.double({ min: 38, max: 42, noNaN: true }),
      lon: fc.double({ min: -97, max: -93, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.tuple(point, point, point, point), (points) => {
        for (const { point: met, along } of findCrossings(points, [leg(0, 1, 'US-1'), leg(2, 3, 'US-2')], none)) {
          expect(Math.min(...along)).toBeGreaterThan(0)
          expect(Math.max(...along)).toBeLessThan(1)
          for (const [from, to] of [points.slice(0, 2), points.slice(2)] as [Point, Point][]) {
            expect(straightMiles(from, met) + straightMiles(met, to)).toBeLessThan(straightMiles(from, to) * 1.01 + 0.5)
          }
        }
      }),
    )
  })
})
