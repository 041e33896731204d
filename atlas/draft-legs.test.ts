import { describe, expect, it } from 'vitest'
import { cutLegs, type DraftLeg, milesOver } from './draft-legs'

const leg = (from: number, to: number, road: string, miles: number): DraftLeg => ({ from, to, road, class: 5, miles })

describe('legs cut at a place', () => {
  it('the parts keep its miles, shared out by where the place lies', () => {
    expect(cutLegs([leg(0, 1, 'US-1', 40), leg(2, 3, 'US-2', 30)], [{ leg: 0, along: 0.25, node: 4 }])).toEqual([
      { from: 0, to: 4, road: 'US-1', class: 5, miles: 10 },
      { from: 4, to: 1, road: 'US-1', class: 5, miles: 30 },
      { from: 2, to: 3, road: 'US-2', class: 5, miles: 30 },
    ])
  })

  it('several cuts of one leg come in their order along it', () => {
    const parts = cutLegs(
      [leg(0, 1, 'US-1', 40)],
      [
        { leg: 0, along: 0.75, node: 6 },
        { leg: 0, along: 0.25, node: 7 },
      ],
    )
    expect(parts.map(({ from, to, miles }) => [from, to, miles])).toEqual([
      [0, 7, 10],
      [7, 6, 20],
      [6, 1, 10],
    ])
  })
})

describe('miles over legs', () => {
  const way = milesOver(5, [leg(0, 1, 'US-1', 10), leg(1, 2, 'US-2', 10), leg(0, 2, 'US-3', 25), leg(3, 4, 'US-4', 5)])

  it('the shortest of several ways, whichever end is asked from', () => {
    expect(way(0, 2, 100)).toBe(20)
    expect(way(2, 0, 100)).toBe(20)
  })

  it('infinite beyond the bound, and where no leg leads', () => {
    expect(way(0, 2, 19)).toBe(Number.POSITIVE_INFINITY)
    expect(way(0, 3, 100)).toBe(Number.POSITIVE_INFINITY)
  })
})
