import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { straightMiles } from '../place/straight'
import { bestOrder } from './best-order'
import { makeLabels } from './labels'
import { packLabels, unpackLabels } from './labels-buffer'
import { makeMiles } from './miles'
import { type NetworkData, type RoadLeg, readNetwork, roadClasses, truckSpeeds } from './network'
import { openRoads, type Roads } from './roads'
import { waterBetween, waterLines } from './waters'

const twinFalls = { lat: 42.563, lon: -114.461 }
const phoenix = { lat: 33.448, lon: -112.074 }

describe('straight miles', () => {
  test('a degree of latitude is 69.09 statute miles', () =>
    expect(straightMiles({ lat: 40, lon: -100 }, { lat: 41, lon: -100 })).toBeCloseTo(69.09, 1))
  test('across the date line is the short way', () =>
    expect(straightMiles({ lat: 0, lon: 179.5 }, { lat: 0, lon: -179.5 })).toBeCloseTo(69.09, 1))
  test('there and back are alike', () =>
    expect(straightMiles(twinFalls, phoenix)).toBe(straightMiles(phoenix, twinFalls)))
})

/** A network of random towns: a chain through all of them, and some roads across. */
function randomNetwork(towns: { lat: number; lon: number }[], across: [number, number, number][]): NetworkData {
  const pairs = [
    ...towns.slice(1).map((_, at): [number, number, number] => [at, at + 1, 0]),
    ...across.map(([one, other, kind]): [number, number, number] => [one % towns.length, other % towns.length, kind]),
  ].filter(([one, other]) => one !== other)
  return {
    nodes: {
      name: towns.map((_, at) => `Town ${at}`),
      region: towns.map(() => 'ID'),
      lat: towns.map(({ lat }) => Math.round(lat * 1e4)),
      lon: towns.map(({ lon }) => Math.round(lon * 1e4)),
      offRoad: towns.map(() => 0),
    },
    roads: ['I-1', 'US-2'],
    legs: {
      from: pairs.map(([from]) => from),
      to: pairs.map(([, to]) => to),
      road: pairs.map(([, , kind]) => kind % 2),
      class: pairs.map(([, , kind]) => kind % 4),
      tenths: pairs.map(([from, to]) => Math.max(5, Math.round(straightMiles(towns[from]!, towns[to]!) * 11))),
    },
  }
}

const anyNetwork = fc
  .tuple(
    fc.array(
      fc.record({
        lat: fc.double({ min: 40, max: 43, noNaN: true }),
        lon: fc.double({ min: -116, max: -111, noNaN: true }),
      }),
      { minLength: 4, maxLength: 24 },
    ),
    fc.array(fc.tuple(fc.nat(40), fc.nat(40), fc.nat(7)), { maxLength: 30 }),
  )
  .map(([towns, across]) => randomNetwork(towns, across))

/** Plain Bellman-Ford: slow, short, and of another kind than what it checks. */
function cheapest(data: NetworkData, weight: (leg: RoadLeg) => number): number[][] {
  const { nodes, legs } = readNetwork(data)
  return nodes.map((_, start) => {
    const cost = nodes.map((__, at) => (at === start ? 0 : Number.POSITIVE_INFINITY))
    for (let round = 0; round < nodes.length; round += 1) {
      for (const leg of legs) {
        cost[leg.to] = Math.min(cost[leg.to]!, cost[leg.from]! + weight(leg))
        cost[leg.from] = Math.min(cost[leg.from]!, cost[leg.to]! + weight(leg))
      }
    }
    return cost
  })
}

describe('hub labels', () => {
  test.each(['practical', 'shortest'] as const)(
    '%s: the same best cost as a plain search, between all towns',
    (choice) => {
      fc.assert(
        fc.property(anyNetwork, (data) => {
          const labels = makeLabels(readNetwork(data), choice)
          const costs = cheapest(data, (leg) => (choice === 'practical' ? leg.cost : leg.miles))
          for (let from = 0; from < costs.length; from += 1) {
            for (let to = 0; to < costs.length; to += 1) {
              const byHub = new Map<number, number>()
              for (let at = labels.offsets[from]!; at < labels.offsets[from + 1]!; at += 1)
                byHub.set(labels.hub[at]!, labels.cost[at]!)
              let best = Number.POSITIVE_INFINITY
              for (let at = labels.offsets[to]!; at < labels.offsets[to + 1]!; at += 1)
                best = Math.min(best, (byHub.get(labels.hub[at]!) ?? Number.POSITIVE_INFINITY) + labels.cost[at]!)
              if (Math.abs(best - costs[from]![to]!) > 1e-4 * (1 + best)) return false
            }
          }
          return true
        }),
        { numRuns: 60 },
      )
    },
  )
  test('written to a buffer and read again they are the same; a cut buffer is refused', () => {
    const labels = makeLabels(readNetwork(randomNetwork([twinFalls, phoenix, { lat: 40, lon: -112 }], [])), 'practical')
    const buffer = packLabels(labels)
    expect(unpackLabels(buffer)).toEqual(labels)
    expect(() => unpackLabels(buffer.slice(0, -4))).toThrow(/bytes/)
  })
})

test('of towns in a row each is reported by a handful of hubs: the middle one first, then the middles of the halves', () => {
  const row = randomNetwork(
    Array.from({ length: 63 }, (_, at) => ({ lat: 40, lon: -116 + at / 10 })),
    [],
  )
  const labels = makeLabels(readNetwork(row), 'practical')
  const counts = Array.from({ length: 63 }, (_, node) => labels.offsets[node + 1]! - labels.offsets[node]!)
  expect(Math.max(...counts)).toBeLessThanOrEqual(6)
})

const open = (data: NetworkData, waters: { name: string; line: { lat: number; lon: number }[] }[] = []): Roads => {
  const network = readNetwork(data)
  return openRoads({
    network: data,
    waters,
    labels: { practical: makeLabels(network, 'practical'), shortest: makeLabels(network, 'shortest') },
  })
}
const anyPoint = fc.record({
  lat: fc.double({ min: 40, max: 43, noNaN: true }),
  lon: fc.double({ min: -116, max: -111, noNaN: true }),
})

describe('between doors', () => {
  test('there and back are alike, the way tells the same miles, its roads and the matrix too', () => {
    fc.assert(
      fc.property(anyNetwork, anyPoint, anyPoint, (data, one, other) => {
        const roads = open(data)
        const [from, to] = [roads.door(one), roads.door(other)]
        const there = roads.between(from, to)
        const back = roads.between(to, from)
        const way = roads.way(from, to)
        if (!there || !back || !way) return there === back && way === null
        const named = way.roads.reduce((sum, road) => sum + road.miles, 0)
        const inMatrix = roads.matrix([from], [to, from])[0]!
        return (
          Math.abs(there.miles - back.miles) < 1e-6 &&
          way.miles === there.miles &&
          Math.abs(inMatrix - there.miles) < 1e-6 &&
          (there.miles <= 1.0001 || Math.abs(named - way.miles) < 0.11 * way.roads.length + 0.15)
        )
      }),
      { numRuns: 150 },
    )
  })
  test('the shortest way is never longer than the practical one', () => {
    fc.assert(
      fc.property(anyNetwork, fc.nat(23), fc.nat(23), (data, one, other) => {
        const roads = open(data)
        const node = (at: number) => roads.door(roads.network.nodes[at % roads.network.nodes.length]!)
        const practical = roads.between(node(one), node(other))
        const shortest = roads.between(node(one), node(other), 'shortest')
        return !practical || !shortest || shortest.miles <= practical.miles + 0.01
      }),
      { numRuns: 80 },
    )
  })
  test('nobody is let across the water, however near the other side is', () => {
    const data = randomNetwork(
      [
        { lat: 42, lon: -114 },
        { lat: 42, lon: -113.8 },
      ],
      [],
    )
    const lake = [
      {
        name: 'Long Lake',
        line: [
          { lat: 41, lon: -114.05 },
          { lat: 43, lon: -114.05 },
        ],
      },
    ]
    const place = { lat: 42, lon: -114.1 }
    expect(open(data).door(place).entries).toHaveLength(2)
    expect(open(data, lake).door(place).entries).toHaveLength(0)
    expect(waterBetween(waterLines(lake), place, { lat: 42, lon: -114 })).toBe('Long Lake')
    expect(waterBetween(waterLines(lake), place, { lat: 42.2, lon: -114.2 })).toBeNull()
  })
  test('a route adds up its legs; one stop has none; a place nobody can drive to gives null', () => {
    const miles = makeMiles(
      open(
        randomNetwork(
          [
            { lat: 42, lon: -114 },
            { lat: 42, lon: -113 },
            { lat: 41, lon: -113 },
          ],
          [],
        ),
      ),
    )
    const [a, b, c] = [
      { lat: 42, lon: -114 },
      { lat: 42, lon: -113 },
      { lat: 41, lon: -113 },
    ]
    const route = miles.route([a, b, c])!
    expect(route.miles).toBeCloseTo(miles.leg(a, b)!.miles + miles.leg(b, c)!.miles, 6)
    expect(miles.route([a])).toEqual({ miles: 0, hours: 0, legs: [] })
    expect(miles.route([a, { lat: 20, lon: -156 }])).toBeNull()
    expect(miles.leg(a, a)).toEqual({ miles: 1, hours: 0.03 })
  })
})

describe('a border', () => {
  /** Idaho to Montana by a straight road, or by Alberta in between. */
  const data = (straight: number): NetworkData => ({
    nodes: {
      name: ['Here', 'There', 'Beyond'],
      region: ['ID', 'MT', 'AB'],
      lat: [480_000, 480_000, 492_000],
      lon: [-1_160_000, -1_140_000, -1_150_000],
      offRoad: [0, 0, 0],
    },
    roads: ['I-1', 'TCH 3'],
    legs: { from: [0, 0, 2], to: [1, 2, 1], road: [0, 1, 1], class: [0, 0, 0], tenths: [straight, 1000, 1000] },
  })
  const between = (straight: number, one: number, other: number) => {
    const roads = open(data(straight))
    const door = (at: number) => ({
      point: roads.network.nodes[at]!,
      entries: [{ node: at, miles: 0, hours: 0, cost: 0 }],
    })
    return roads.between(door(one), door(other))!
  }
  test('a load between two states stays at home where the way through Canada saves little', () =>
    expect(between(2800, 0, 1).miles).toBe(280))
  test('and goes through where it saves much', () => expect(between(3200, 0, 1).miles).toBe(200))
  test('the hours told are those driving, without the wait', () =>
    expect(between(3200, 0, 1).hours).toBeCloseTo(200 / truckSpeeds.freeway, 3))
  test('who has to cross, crosses where it is nearest', () => expect(between(2800, 0, 2).miles).toBe(100))
})

test('every class of road is driven at some speed', () => {
  const data = randomNetwork([twinFalls, phoenix], [])
  for (const kind of roadClasses.keys())
    expect(readNetwork({ ...data, legs: { ...data.legs, class: [kind] } }).legs[0]!.hours).toBeGreaterThan(0)
})

describe('the best order of the middle stops', () => {
  const matrixOf = (points: [number, number][]) =>
    points.map(([x, y]) => points.map(([u, v]) => Math.hypot(x - u, y - v)))
  const lengthOf = (miles: number[][], order: number[]) =>
    order.slice(1).reduce((sum, stop, at) => sum + miles[order[at]!]![stop]!, 0)
  const permutations = (stops: number[]): number[][] =>
    stops.length < 2
      ? [stops]
      : stops.flatMap((stop) => permutations(stops.filter((each) => each !== stop)).map((rest) => [stop, ...rest]))
  test('is as short as the best of all orders, and keeps first and last', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 0, max: 500 })), {
          minLength: 2,
          maxLength: 8,
        }),
        (points) => {
          const miles = matrixOf(points)
          const order = bestOrder(miles)
          const last = points.length - 1
          const brute = Math.min(
            ...permutations(points.map((_, at) => at).slice(1, -1)).map((middle) =>
              lengthOf(miles, [0, ...middle, last]),
            ),
          )
          return (
            order[0] === 0 &&
            order.at(-1) === last &&
            new Set(order).size === points.length &&
            Math.abs(lengthOf(miles, order) - brute) < 1e-6
          )
        },
      ),
      { numRuns: 120 },
    )
  })
  test('twelve are ordered, thirteen refused', () => {
    const line = (count: number) => matrixOf(Array.from({ length: count }, (_, at): [number, number] => [at * 10, 0]))
    expect(bestOrder(line(14))).toEqual(Array.from({ length: 14 }, (_, at) => at))
    expect(() => bestOrder(line(15))).toThrow(/13 middle stops/)
  })
})
