import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { gazetteer, miles, roads, tradeAreas } from '#server/atlas.server'
import { waterBetween, waterLines } from '../core/miles/waters'
import { resolvePlace } from '../core/place/resolve'
import { straightMiles } from '../core/place/straight'
import { readWaters } from './compile'
import { factors as written } from './factors'
import { milesOf1949 } from './highways-1949/read'
import { makeNetwork } from './network'
import { comparePublished, errorsOf, heldBack, type PublishedMiles, publishedMiles } from './published'
import { readRoads, smallRoads, statedMiles } from './read-roads'

const place = (text: string) => {
  const found = resolvePlace(gazetteer(), text)
  if ('refusal' in found) throw new Error(found.refusal.message)
  return found.place
}
const far = (from: string, to: string) => miles().leg(place(from), place(to))!.miles
const waters = waterLines(readWaters(readFileSync('atlas/waters.txt', 'utf8')))
const onRoad = ['US', 'CA']
/** Labrador and Nunavik lie beyond the roads of the network. */
const beyondRoads = ['A0P', 'A0R', 'J0M']
const mainland = gazetteer()
  .postalCodes.map((code) => gazetteer().postals.get(code)!)
  .filter((postal) => {
    const city = gazetteer().cities[postal.city]!
    return (
      onRoad.includes(city.country) &&
      !['HI', 'PR', 'VI', 'AK', 'NU', 'NT'].includes(city.region) &&
      !beyondRoads.includes(postal.code)
    )
  })
const anyPlace = fc.nat(mainland.length - 1).map((at) => mainland[at]!)

describe('the published mileages', () => {
  const percent = (share: number) => `${(share * 100).toFixed(2)}%`
  function errorFigures(name: string, rows: PublishedMiles[]) {
    const compared = comparePublished(rows, gazetteer(), miles())
    const errors = errorsOf(compared)
    console.log(
      `published mileages, ${name}: ${errors.pairs} pairs, median ${percent(errors.median)}, 90% within ${percent(errors.p90)}, 95% within ${percent(errors.p95)}, worst ${percent(errors.worst)} (${compared[0]!.from} to ${compared[0]!.to})`,
    )
    return errors
  }
  test.each([
    { half: 'fitted', worst: 0.055 },
    { half: 'held', worst: 0.04 },
  ])('median, 95th and worst error over the half $half', ({ half, worst }) => {
    const errors = errorFigures(
      half,
      publishedMiles().filter((row, at) => heldBack(row, at) === (half === 'held')),
    )
    expect(errors.median).toBeLessThan(0.01)
    expect(errors.p95).toBeLessThan(0.035)
    expect(errors.worst).toBeLessThan(worst)
  })
  test('pairs noted later, never fitted on', () => {
    const errors = errorFigures('further pairs', publishedMiles('further-miles'))
    expect(errors.median).toBeLessThan(0.0135)
    expect(errors.p90).toBeLessThan(0.045)
  })
  // Over short ways it tells most what a table takes for the middle of a city.
  test('pairs of 140 miles and more in both tables', () => {
    const errors = errorFigures(
      'long ways',
      [...publishedMiles(), ...publishedMiles('further-miles')].filter((pair) => pair.miles >= 140),
    )
    expect(errors.median).toBeLessThan(0.009)
    expect(errors.p95).toBeLessThan(0.0365)
  })
  test('pairs of smaller cities, never fitted on', () => {
    const errors = errorFigures('smaller cities', publishedMiles('regional-miles'))
    expect(errors.median).toBeLessThan(0.025)
    expect(errors.p90).toBeLessThan(0.078)
  })
  test('a chart of cities that keeps to interstates where trucks take a shorter road', () => {
    const errors = errorFigures('chart', publishedMiles('mileage-chart'))
    expect(errors.median).toBeLessThan(0.016)
    expect(errors.p90).toBeLessThan(0.06)
  })
})

test('Canada is crossed in Canada, and the Great Lakes are driven round at home, unless that is a long way', () => {
  const regions = (from: string, to: string) =>
    roads()
      .way(roads().door(place(from)), roads().door(place(to)))!
      .roads.map((road) => road.road)
  expect(far('Toronto, ON', 'Winnipeg, MB')).toBeGreaterThan(1280)
  expect(regions('Toronto, ON', 'Winnipeg, MB')).not.toContain('US-2')
  expect(regions('Burlington, VT', 'Billings, MT')).not.toContain('ON-417')
  expect(regions('Detroit, MI', 'Buffalo, NY')).toContain('ON-401')
})

describe('the highways of 1949', () => {
  const door = new Map<string, ReturnType<ReturnType<typeof roads>['door']>>()
  const doorOf = (name: string) => door.get(name) ?? door.set(name, roads().door(place(name))).get(name)!
  const compared = milesOf1949().map((pair) => ({
    ...pair,
    ours: roads().between(doorOf(pair.from), doorOf(pair.to), 'shortest')!.miles,
  }))
  const share = (found: typeof compared) => found.length / compared.length

  test('there are all 128 cities, each with each', () => {
    expect(compared).toHaveLength((128 * 127) / 2)
    expect(compared.find((pair) => pair.from === 'Worcester, MA' && pair.to === 'Youngstown, OH')?.miles).toBe(604)
  })
  test('a file that is not whole is told', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'miles-')), 'miles.dat')
    writeFileSync(file, '* words\nYuma, AZ[1,2]3\nYork, PA[1,2]3\n12 13\n')
    expect(() => milesOf1949(file)).toThrow('York, PA has 2 mileages, and 1 cities stand before it')
  })
  test('hardly a way was shorter than ours: no road of weight is missing', () => {
    const longer = compared.filter((pair) => pair.ours > pair.miles * 1.03 && pair.ours - pair.miles > 4)
    console.log(`highways of 1949: of ${compared.length} ways, ${longer.length} of ours are over 3% longer`)
    expect(share(longer)).toBeLessThan(0.022)
  })
  test('few were much longer: no leg of ours is far too short', () => {
    const shorter = compared.filter((pair) => pair.ours < pair.miles * 0.87)
    console.log(`highways of 1949: ${shorter.length} of ours are over 13% shorter`)
    expect(share(shorter)).toBeLessThan(0.0095)
  })
})

describe('the network', () => {
  test('97 of 100 US ZIP codes lie within 25 air miles of a node', () => {
    const american = mainland.filter((postal) => gazetteer().cities[postal.city]!.country === 'US')
    const near = american.filter((postal) =>
      roads().network.nodes.some((node) => Math.abs(node.lat - postal.lat) < 0.37 && straightMiles(node, postal) < 25),
    )
    expect(near.length / american.length).toBeGreaterThan(0.97)
  })
  test('every node can be driven to from every other', () => {
    const home = roads().door(place('Pocatello, ID'))
    const cut = roads().network.nodes.filter(
      (node) => roads().between(home, { point: node, entries: roads().door(node).entries }) === null,
    )
    expect(cut.map((node) => `${node.name}, ${node.region}`)).toEqual([])
  })
  test('every postal code on the mainland can be driven to', () => {
    const home = place('Pocatello, ID')
    expect(mainland.filter((postal) => miles().leg(home, postal) === null).map((postal) => postal.code)).toEqual([])
  })
  test('no leg is shorter than the straight line but by the rounding of mileposts and the middle of towns', () => {
    const { nodes, legs } = roads().network
    const short = legs.filter((leg) => leg.miles < straightMiles(nodes[leg.from]!, nodes[leg.to]!) - 16)
    expect(short.map((leg) => `${leg.road} ${nodes[leg.from]!.name} ${nodes[leg.to]!.name}`)).toEqual([])
  })
  test('the same both ways, never shorter than by way of a third place but for the access', () => {
    fc.assert(
      fc.property(anyPlace, anyPlace, anyPlace, (from, via, to) => {
        const there = miles().leg(from, to)
        const back = miles().leg(to, from)
        const [one, other] = [miles().leg(from, via), miles().leg(via, to)]
        if (!there || !back || !one || !other) return false
        // A practical way may be longer than a detour on small roads, by a little.
        return Math.abs(there.miles - back.miles) < 0.2 && there.miles <= (one.miles + other.miles) * 1.08 + 60
      }),
      { numRuns: 300 },
    )
  })
  test('via adds up', () => {
    const [boise, salt, laredo] = ['Boise, ID', 'Salt Lake City, UT', 'Laredo, TX'].map(place)
    const route = miles().route([boise!, salt!, laredo!])!
    expect(route.miles).toBeCloseTo(far('Boise, ID', 'Salt Lake City, UT') + far('Salt Lake City, UT', 'Laredo, TX'), 1)
  })
  test('nobody is let onto the network across water', () => {
    fc.assert(
      fc.property(anyPlace, (from) =>
        roads()
          .door(from)
          .entries.every(
            ({ node }) =>
              straightMiles(from, roads().network.nodes[node]!) <= 0.15 ||
              waterBetween(waters, from, roads().network.nodes[node]!) === null,
          ),
      ),
      { numRuns: 2000 },
    )
  })
  test.each([
    ['Holland, MI', 'Milwaukee, WI', 230],
    ['Bainbridge Island, WA', 'Seattle, WA', 60],
    ['Port Jefferson, NY', 'Bridgeport, CT', 75],
    ['Sausalito, CA', 'Oakland, CA', 12],
    ['Crisfield, MD', 'Lexington Park, MD', 150],
    ['Leamington, ON', 'Sandusky, OH', 130],
    ['Tiburon, CA', 'San Francisco, CA', 10],
  ])('from %s to %s one drives round the water: over %i miles', (from, to, least) =>
    expect(far(from, to)).toBeGreaterThan(least),
  )
  test('over a bridge one drives across', () => {
    expect(far('St. Ignace, MI', 'Mackinaw City, MI')).toBeLessThan(12)
    expect(far('Oakland, CA', 'San Francisco, CA')).toBeLessThan(16)
    expect(far('Detroit, MI', 'Windsor, ON')).toBeLessThan(10)
  })
  test('a town on the network is left by its roads, not across country to a distant exit', () => {
    const helena = roads()
      .door(place('Helena, MT'))
      .entries.map(({ node }) => straightMiles(place('Helena, MT'), roads().network.nodes[node]!))
    expect(helena[0]).toBeLessThan(0.15)
    expect(Math.max(...helena)).toBeLessThan(10)
    expect(far('Helena, MT', 'Butte, MT')).toBeGreaterThan(60)
  })
  test('two places in one town have a small distance, the same place too', () => {
    expect(far('83702', '83704')).toBeGreaterThan(2)
    expect(far('83702', '83704')).toBeLessThan(12)
    expect(far('Boise, ID', 'Boise, ID')).toBe(1)
  })
  test('nobody drives to Hawaii, and to Newfoundland with the ferry', () => {
    expect(miles().leg(place('Honolulu, HI'), place('Boise, ID'))).toBeNull()
    expect(
      miles()
        .way(place("St. John's, NL"), place('Halifax, NS'))!
        .roads.map((road) => road.road),
    ).toContain('NL-1')
  })
})

describe('places for machine use', () => {
  test.each([
    ['Boise, ID', 'Boise ID US'],
    ['boise id', 'Boise ID US'],
    ['Boise, Idaho', 'Boise ID US'],
    ['83702', 'Boise ID US'],
    ['83702-1234', 'Boise ID US'],
    ['T2P', 'Calgary AB CA'],
    ['t2p 1j9', 'Calgary AB CA'],
    ['T2P1J9', 'Calgary AB CA'],
    ['Saint Louis, MO', 'St. Louis MO US'],
    ['Monterrey, NLE', 'Monterrey NLE MX'],
    ['New York, NY', 'New York NY US'],
    ['Vernon, BC', 'Vernon BC CA'],
    ['Kansas City, KS', 'Kansas City KS US'],
  ])('%s is %s', (text, means) => {
    const { city, region, country } = place(text)
    expect(`${city} ${region} ${country}`).toBe(means)
  })
  test.each([
    ['Voorhees, NJ', '08043'],
    ['Whitehall, PA', '18052'],
    ['Morehead, KY', '40351'],
  ])('%s is where its post office is, %s, whatever else there is of the name', (text, postal) => {
    expect(place(text).postal).toBe(postal)
    expect(straightMiles(place(text), place(postal))).toBeLessThan(8)
  })
  test.each([
    ['Springfield', 'ambiguous_place', 'Springfield, MO'],
    ['Portland', 'ambiguous_place', 'Portland, OR'],
    ['Bosie, ID', 'unknown_place', 'Boise, ID'],
    ['Chicgao, IL', 'unknown_place', 'Chicago, IL'],
    ['Boise, TX', 'unknown_place', 'Boise, ID'],
    ['00000', 'unknown_place', undefined],
    ['xyzzy', 'unknown_place', undefined],
  ])('%s is refused as %s', (text, code, candidate) => {
    const found = resolvePlace(gazetteer(), text)
    if (!('refusal' in found)) throw new Error('should be refused')
    expect(found.refusal.code).toBe(code)
    if (candidate) expect(found.refusal.candidates).toContain(candidate)
  })
  test('what an ambiguous place may be is told so that each candidate is one place', () => {
    const found = resolvePlace(gazetteer(), 'Fairview, TX')
    if (!('refusal' in found)) throw new Error('should be refused')
    expect(new Set(found.refusal.candidates).size).toBe(2)
    for (const candidate of found.refusal.candidates)
      expect(resolvePlace(gazetteer(), candidate)).toHaveProperty('place')
  })
  test.each([
    ['Boise, ID', 'America/Boise'],
    ["Coeur d'Alene, ID", 'America/Los_Angeles'],
    ['Phoenix, AZ', 'America/Phoenix'],
    ['Pensacola, FL', 'America/Chicago'],
    ['Miami, FL', 'America/New_York'],
    ['El Paso, TX', 'America/Denver'],
    ['Gary, IN', 'America/Chicago'],
    ['Regina, SK', 'America/Regina'],
    ['Nuevo Laredo, TAM', 'America/Matamoros'],
  ])('%s keeps the clock of %s', (text, zone) => expect(place(text).zone).toBe(zone))
})

describe('market areas', () => {
  test('about 130, each prefix in one of them, named after a city in it', () => {
    const { all, of } = tradeAreas()
    expect(all.length).toBeGreaterThan(115)
    expect(all.length).toBeLessThan(145)
    const prefixes = all.flatMap((area) => area.prefixes)
    expect(new Set(prefixes).size).toBe(prefixes.length)
    expect(mainland.filter((postal) => of(postal.code) === null)).toEqual([])
    expect([of('83702')?.name, of('T2P 1J9')?.name, of('606')?.name, of('TAM')]).toEqual([
      'Boise',
      'Calgary',
      'Chicago',
      null,
    ])
  })
})

describe('a file of roads', () => {
  const read = (text: string) => readRoads('test.txt', text)
  test('miles to the tenth', () => {
    expect(statedMiles(read('= US-60 two-lane\nTX: Canadian\nOK: +37.1 Shattuck\n')[0]!)).toEqual([
      { miles: 37.1, between: null },
    ])
  })
  test('mileposts, state lines, stated miles and breaks', () => {
    const [first, second] = read(
      '# words\n= I-84-East freeway\nOR 0..378: 304 Baker City; Huntington; 374 Ontario\nID 0..276: 3 Fruitland; [divided] +25 Caldwell | Nampa; +8 Meridian\n',
    )
    expect(first!.road).toBe('I-84')
    expect(first!.towns.map((town) => town.class)).toEqual(['freeway', 'freeway', 'freeway', 'freeway', 'divided'])
    expect(statedMiles(first!)).toEqual([
      { miles: null, between: { from: 0, to: 2, miles: 70 } },
      { miles: null, between: { from: 0, to: 2, miles: 70 } },
      { miles: 7, between: null },
      { miles: 25, between: null },
    ])
    expect(second!.towns.map((town) => town.town)).toEqual(['Nampa', 'Meridian'])
  })
  test('a junction beside a town stands where the miles stated on one side put it, not halfway', () => {
    const points = new Map([
      ['tatum|NM', [{ lat: 33.26, lon: -103.32 }]],
      ['brownfield|TX', [{ lat: 33.18, lon: -102.27 }]],
    ])
    const factors = { ...written, trustRounded: 1 }
    const legs = (line: string) => {
      const { data } = makeNetwork(
        read(`= US-380 two-lane\n${line}\n`),
        points,
        new Set(),
        { miles: new Map(), bigCities: new Set() },
        factors,
      )
      return data.legs.tenths.map((tenths) => tenths / 10)
    }
    const [toJunction, intoTown] = legs('NM: Tatum\nTX: +57 Brownfield West; Brownfield')
    expect(toJunction).toBe(57)
    expect(intoTown).toBeLessThan(12)
    expect(legs('NM: Tatum\nTX: Brownfield West; +4 Brownfield')[0]).toBeGreaterThan(50)
    const [half, otherHalf] = legs('NM: Tatum\nTX: Plains Junction; Brownfield')
    expect(half).toBeCloseTo(otherHalf!, 0)
  })
  test('a new line of the same state is another stretch unless it takes up the last town', () => {
    expect(read('= I-90 freeway\nMT: Butte; Bozeman\nMT: Billings; Hardin\n')).toHaveLength(2)
    expect(read('= I-90 freeway\nMT: Butte; Bozeman\nMT: Bozeman; Billings\n')).toHaveLength(1)
  })
  test.each([
    ['= I-90 motorway\n', /test.txt:1: no such class/],
    ['= I-90 freeway\nButte; Bozeman\n', /test.txt:2: neither a road nor a state/],
  ])('what cannot be read is told with its line', (text, message) => expect(() => read(text)).toThrow(message))
})

test('no small road runs farther than to the next towns: a stretch that goes on in another corner of the country was not closed', () => {
  const { nodes, legs } = roads().network
  const long = legs.filter((leg) => leg.road === smallRoads && straightMiles(nodes[leg.from]!, nodes[leg.to]!) > 110)
  expect(long.map((leg) => `${nodes[leg.from]!.name} to ${nodes[leg.to]!.name}`)).toEqual([])
})

test.each([
  ['Okeechobee, FL', 'Arcadia, FL', 'FL-70'],
  ['Pikeville, KY', 'Ashland, KY', 'US-23'],
  ['Greenville, OH', 'Celina, OH', 'US-127'],
  ['Lubbock, TX', 'Seymour, TX', 'US-82'],
  ['Olympia, WA', 'Aberdeen, WA', 'WA-8'],
  ['Windsor, ON', 'London, ON', 'ON-401'],
])('from %s to %s the road is called %s', (from, to, road) => {
  const way = roads().way(roads().door(place(from)), roads().door(place(to)))!
  const longest = way.roads.reduce((best, each) => (each.miles > best.miles ? each : best))
  expect(longest.road).toBe(road)
})
