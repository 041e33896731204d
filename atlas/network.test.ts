import { describe, expect, test } from 'vitest'
import { roadClasses } from '../core/miles/network'
import { factors } from './factors'
import { type TownMiddles, type TownPoints, townKey } from './legs'
import { makeNetwork } from './network'
import { readRoads } from './read-roads'

/** A line of towns a degree of longitude apart, some 54 miles at 38° N, and one north of each. */
const points: TownPoints = new Map(
  ['Ash', 'Birch', 'Cedar', 'Dogwood', 'Elm'].flatMap((name, at): [string, { lat: number; lon: number }[]][] => [
    [`${name.toLowerCase()}|KY`, [{ lat: 38, lon: -88 + at }]],
    [townKey({ town: `North ${name}`, region: 'KY' }), [{ lat: 38.4, lon: -88 + at }]],
  ]),
)
const noMiddles: TownMiddles = { miles: new Map(), bigCities: new Set() }
const made = (text: string, towns = points, middles = noMiddles, junctions = new Set<string>()) =>
  makeNetwork(readRoads('roads.txt', text), towns, junctions, middles, factors)
const legsOf = (text: string, ...more: [TownPoints?, TownMiddles?, Set<string>?]) => {
  const { data } = made(text, ...more)
  return data.legs.from.map((from, at) => ({
    from: data.nodes.name[from],
    to: data.nodes.name[data.legs.to[at]!],
    road: data.roads[data.legs.road[at]!],
    class: roadClasses[data.legs.class[at]!],
    miles: data.legs.tenths[at]! / 10,
  }))
}

describe('legs', () => {
  test('mileposts are taken as they are, what they do not tell comes from the map', () => {
    const [first, second] = legsOf('= I-64 freeway\nKY 0..192: 10 Ash; 66 Birch\nKY: | Cedar; Dogwood\n')
    expect(first).toEqual({ from: 'Ash', to: 'Birch', road: 'I-64', class: 'freeway', miles: 56 })
    expect(second!.miles).toBeGreaterThan(54)
    expect(second!.miles).toBeLessThan(60)
  })
  test('a town without its milepost shares what lies between two that have one', () => {
    const legs = legsOf('= I-64 freeway\nKY 0..192: 10 Ash; Birch; 126 Cedar\n')
    expect(legs.map((leg) => leg.miles)).toEqual([58, 58])
  })
  test('a figure rounded to fives is believed in part, any other wholly, none is shorter than the straight line', () => {
    const miles = (stated: string) => legsOf(`= US-60 two-lane\nKY: Ash; ${stated} Birch\n`)[0]!.miles
    expect(miles('+71.3')).toBe(71.3)
    expect(miles('+80')).toBeGreaterThan(65)
    expect(miles('+80')).toBeLessThan(80)
    expect(miles('+30.1')).toBeGreaterThan(54)
  })
  test('of two roads on one leg the better one gives the name and the class', () => {
    const shared = legsOf(
      '= US-60 two-lane\nKY: Ash; Birch; North Birch\n\n= I-64 freeway\nKY 0..192: 10 Ash; 66 Birch\n',
    )
    expect(shared).toHaveLength(2)
    expect(shared[0]).toMatchObject({ road: 'I-64', class: 'freeway', miles: 56 })
    expect(shared[1]).toMatchObject({ road: 'US-60', class: 'two-lane' })
  })
  test('a small road of no number is a regional road', () => {
    expect(legsOf('= South-links two-lane\nKY: Ash; Birch\n')[0]!.road).toBe('regional roads')
    expect(legsOf('= US-60-KY two-lane\nKY: Ash; Birch\n')[0]!.road).toBe('US-60')
  })
  test('out west a two-lane road is driven as an open one, and in the far north too', () => {
    const west: TownPoints = new Map([
      ['ash|KS', [{ lat: 38, lon: -100 }]],
      ['birch|KS', [{ lat: 38, lon: -99.5 }]],
      ['ash|MN', [{ lat: 46, lon: -95 }]],
      ['birch|MN', [{ lat: 46, lon: -94.5 }]],
    ])
    expect(legsOf('= US-50 two-lane\nKS: Ash; Birch\n', west)[0]!.class).toBe('open')
    expect(legsOf('= US-50 divided\nKS: Ash; Birch\n', west)[0]!.class).toBe('wide')
    expect(legsOf('= US-50 mountain\nKS: Ash; Birch\n', west)[0]!.class).toBe('mountain')
    expect(legsOf('= US-10 two-lane\nMN: Ash; Birch\n', west)[0]!.class).toBe('open')
  })
})

describe('nodes', () => {
  test('two highways that cross between their towns have a junction there, named after both', () => {
    const { data } = made('= US-60 two-lane\nKY: Ash; North Birch\n\n= US-31 two-lane\nKY: Birch; North Ash\n')
    const crossing = data.nodes.name.indexOf('US-60 at US-31')
    expect(data.nodes.lat[crossing]).toBeCloseTo(382_000, -1)
    expect(data.nodes.region[crossing]).toBe('KY')
    expect(data.legs.from.map((from, at) => [from, data.legs.to[at]].includes(crossing))).toEqual([
      true,
      true,
      true,
      true,
    ])
  })
  test('a junction of no gazetteer lies where its miles say', () => {
    const { data } = made('= US-60 two-lane\nKY: Ash; +15.1 Some Junction; +44.9 Birch\n')
    const at = data.nodes.name.indexOf('Some Junction')
    expect(data.nodes.lat[at]! / 10_000).toBeCloseTo(38, 3)
    expect(data.nodes.lon[at]! / 10_000).toBeCloseTo(-87.75, 1)
  })
  test('a town that lies nowhere is told with its road, and the rest stands', () => {
    const { data, lost } = made('= US-60 two-lane\nKY: Ash; Birch; Nowhere\n')
    expect(lost).toEqual(['roads.txt: US-60: Nowhere, KY'])
    expect(data.nodes.name).toEqual(['Ash', 'Birch'])
  })
  test('of two towns of one name the one near its neighbours is meant, and both may be nodes', () => {
    const twice: TownPoints = new Map([
      ...points,
      [
        'fir|KY',
        [
          { lat: 36.6, lon: -84 },
          { lat: 38.1, lon: -87.6 },
        ],
      ],
    ])
    const { data } = made(
      '= US-60 two-lane\nKY: Ash; Fir; Birch\n\n= US-25 two-lane\nKY: Elm; Fir | Elm; Dogwood\n',
      twice,
    )
    const firs = data.nodes.name
      .map((name, at) => ({ name, lat: data.nodes.lat[at]! / 10_000 }))
      .filter((node) => node.name === 'Fir')
    expect(firs.map((node) => node.lat).sort()).toEqual([36.6, 38.1])
  })
  test('the way to the middle of a town: as written down, else streets of a big city', () => {
    const { data } = made('= I-64 freeway\nKY 0..192: 10 Ash; 66 Birch; 122 Cedar\n', points, {
      miles: new Map([['ash|KY', 4]]),
      bigCities: new Set(['birch|KY', 'ash|KY']),
    })
    expect(data.nodes.offRoad.map((tenths) => tenths / 10)).toEqual([4, factors.cityStreets, 0])
  })
  test('a town beside its road is known by mileposts shorter than the lines by way of it, a junction is on it', () => {
    const aside: TownPoints = new Map([...points, ['fir|KY', [{ lat: 38.08, lon: -87.5 }]]])
    const text = '= I-64 freeway\nKY 0..192: 0 Ash; 27 Fir; 54 Birch\n'
    expect(made(text, aside).data.nodes.offRoad[1]).toBeGreaterThan(0)
    expect(made(text, aside, noMiddles, new Set(['fir|KY'])).data.nodes.offRoad[1]).toBe(0)
  })
})
