import { describe, expect, it } from 'vitest'
import { roadClasses } from '../core/miles/network'
import { straightMiles } from '../core/place/straight'
import type { DraftLeg } from './draft-legs'
import { findPassedTowns } from './passed-towns'

const leg = (from: number, to: number, roadClass: (typeof roadClasses)[number] = 'two-lane', miles = 40): DraftLeg => ({
  from,
  to,
  road: 'US-1',
  class: roadClasses.indexOf(roadClass),
  miles,
})

// A road along 40 north from Westtown to Easttown, and between them Midtown, half a mile north of it.
const points = [
  { lat: 40, lon: -95.4 },
  { lat: 40, lon: -94.6 },
  { lat: 40.007, lon: -95.1 },
]
const kansas = ['KS', 'KS', 'KS']

describe('towns a road passes', () => {
  it('a town between two towns of a road is on the road', () => {
    const [cut, ...more] = findPassedTowns(points, kansas, [leg(0, 1)])
    expect(more).toEqual([])
    expect(cut).toMatchObject({ leg: 0, node: 2 })
    expect(cut!.along).toBeCloseTo(0.375, 2)
  })

  it.each([
    ['a town two miles aside', { lat: 40.03, lon: -95.1 }],
    ['a town beside one that the road names', { lat: 40.007, lon: -95.36 }],
    ['a town beyond the end', { lat: 40, lon: -95.6 }],
  ])('%s is not', (_, town) => {
    expect(findPassedTowns([...points.slice(0, 2), town], kansas, [leg(0, 1)])).toEqual([])
  })

  it('nor one over the river, in a state that neither end lies in', () => {
    expect(findPassedTowns(points, ['KS', 'KS', 'MO'], [leg(0, 1)])).toEqual([])
    expect(findPassedTowns(points, ['KS', 'MO', 'MO'], [leg(0, 1)])).toHaveLength(1)
  })

  it.each(['freeway', 'urban', 'ferry'] as const)('nor from a leg of class %s', (roadClass) => {
    expect(findPassedTowns(points, kansas, [leg(0, 1, roadClass)])).toEqual([])
  })

  it('nor where its own roads lead to both ends as well', () => {
    const roads = [0, 1].map((end) => leg(2, end, 'two-lane', straightMiles(points[2]!, points[end]!) * 1.1))
    expect(findPassedTowns(points, kansas, [leg(0, 1), ...roads])).toEqual([])
    expect(findPassedTowns(points, kansas, [leg(0, 1), roads[0]!])).toHaveLength(1)
  })
})
