import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type Posting, postingSchema, type SearchQuery, searchQuerySchema } from './posting'
import { makePostingIndex, putPosting } from './posting-book'
import { scanPostings } from './scan.fixture'
import { type SearchAnswer, searchPostings } from './search'

const boise = { city: 'Boise', region: 'ID', lat: 43.6135, lon: -116.2035 }
const phoenix = { city: 'Phoenix', region: 'AZ', lat: 33.4484, lon: -112.074 }
const places = [
  boise,
  phoenix,
  { city: 'Twin Falls', region: 'ID', lat: 42.563, lon: -114.4609 },
  { city: 'Laredo', region: 'TX', lat: 27.5064, lon: -99.5075 },
  { city: 'Dallas', region: 'TX', lat: 32.7831, lon: -96.8067 },
  { city: 'Spokane', region: 'WA', lat: 47.6589, lon: -117.425 },
  { city: 'Nome', region: 'AK', lat: 64.5011, lon: -165.4064 },
]
const truck = (over: object = {}): Posting =>
  postingSchema.parse({
    ...{ id: 't1', kind: 'truck', board: 'one', origin: boise, destination: null, equipment: 'reefer', full: true },
    ...{ earliest: '2026-12-02', postedAt: '2026-12-01T08:00:00Z', company: 'Night Heron Lines', comments: '' },
    ...over,
  })
const asked = (over: object = {}): SearchQuery =>
  searchQuerySchema.parse({ kind: 'truck', asOf: '2026-12-01T12:00:00Z', ...over })
const search = (postings: readonly Posting[], over: object = {}): SearchAnswer => {
  const index = makePostingIndex()
  for (const posting of postings) putPosting(index, posting)
  return searchPostings(index, asked(over))
}
const hits = (posting: object, over: object) => search([truck(posting)], over).total === 1

describe('a posting is a hit', () => {
  // Boise to Twin Falls is 113.5 miles over the globe, by a table of distances.
  test.each<[string, object, object, boolean]>([
    ['of its kind alone', {}, { kind: 'load' }, false],
    ['within the radius', {}, { origin: { lat: 42.563, lon: -114.4609, radius: 116 } }, true],
    ['not outside it', {}, { origin: { lat: 42.563, lon: -114.4609, radius: 112 } }, false],
    ['at the point itself', {}, { origin: { ...boise, radius: 0 } }, true],
    ['in a state asked', {}, { origin: { states: ['WA', 'ID'] } }, true],
    ['in no state asked', {}, { origin: { states: [] } }, false],
    ['open to anywhere, a circle', {}, { destination: { ...phoenix, radius: 1 } }, true],
    ['open to anywhere, a state', {}, { destination: { states: ['AZ'] } }, true],
    ['open to anywhere, no state at all', {}, { destination: { states: [] } }, false],
    ['going to a state asked', { toStates: ['CA', 'AZ'] }, { destination: { states: ['AZ'] } }, true],
    ['going to other states', { toStates: ['CA'] }, { destination: { states: ['AZ'] } }, false],
    ['going to states, asked a circle', { toStates: ['AZ'] }, { destination: { ...phoenix, radius: 500 } }, false],
    ['going to a place in the circle', { destination: phoenix }, { destination: { ...phoenix, radius: 5 } }, true],
    ['of the equipment', {}, { equipment: ['van', 'reefer'] }, true],
    ['of no equipment', {}, { equipment: [] }, false],
    ['free on the last day asked', {}, { from: '2026-11-30', to: '2026-12-02' }, true],
    ['free later', {}, { to: '2026-12-01' }, false],
    ['free until later', { latest: '2027-02-01' }, { from: '2027-01-15', to: '2027-01-16' }, true],
    ['no longer than asked', { lengthFt: 48 }, { maxLengthFt: 48 }, true],
    ['longer', { lengthFt: 53 }, { maxLengthFt: 48 }, false],
    ['of unknown length', {}, { maxLengthFt: 48 }, true],
    ['partial', { full: false }, { full: true }, false],
    ['partial, asked for', { full: false }, { full: false }, true],
    ['full, where it does not say', { full: null, company: null, comments: null }, { full: true }, true],
    ['as old as asked', {}, { maxAgeHours: 4 }, true],
    ['older', {}, { maxAgeHours: 3.9 }, false],
    ['posted later than asked', { postedAt: '2026-12-01T12:00:01' }, {}, false],
    ['of a company', {}, { company: 'heron L' }, true],
    ['paying a mile', { rate: { amount: '2.60', basis: 'per_mile' } }, { minPerMile: 2.6 }, true],
    ['paying flat', { rate: { amount: '2600.00', basis: 'flat' }, miles: 1000 }, { minPerMile: '2.60' }, true],
    ['paying flat over unknown miles', { rate: { amount: '2600.00', basis: 'flat' } }, { minPerMile: 0 }, false],
    ['naming no pay', {}, { minPerMile: 0 }, false],
    ['paying no more', { rate: { amount: '2.60', basis: 'per_mile' } }, { maxPerMile: '2.60' }, true],
    ['paying more', { rate: { amount: '2.61', basis: 'per_mile' } }, { maxPerMile: '2.60' }, false],
    ['naming no pay, asked for at most', {}, { maxPerMile: '2.60' }, true],
    ['paying in all', { rate: { amount: '1800', basis: 'flat' } }, { minPay: '1800', maxPay: 1800 }, true],
    ['paying less in all', { rate: { amount: '1799.99', basis: 'flat' } }, { minPay: '1800' }, false],
    ['paying a mile, by its miles', { rate: { amount: '2.5', basis: 'per_mile' }, miles: 800 }, { maxPay: 2000 }, true],
    ['paying a mile over unknown miles', { rate: { amount: '2.5', basis: 'per_mile' } }, { minPay: 1 }, false],
    ['naming no pay, asked for at most in all', {}, { maxPay: '2000' }, true],
    ['in a market area asked', { origin: { ...boise, area: 'A1' } }, { origin: { areas: ['A2', 'A1'] } }, true],
    ['in another market area', { origin: { ...boise, area: 'A1' } }, { origin: { areas: ['A2'] } }, false],
    ['in no area that anybody knows', {}, { origin: { areas: ['A1'] } }, false],
    ['bound for a market area', { destination: { ...phoenix, area: 'A3' } }, { destination: { areas: ['A3'] } }, true],
    ['open to anywhere, a market area', {}, { destination: { areas: ['A3'] } }, true],
    ['open to anywhere, no area at all', {}, { destination: { areas: [] } }, false],
    ['going to some states, asked an area', { toStates: ['AZ'] }, { destination: { areas: ['A3'] } }, false],
  ])('%s', (_, posting, over, isHit) => expect(hits(posting, over)).toBe(isHit))
})

describe('hits come in the order asked', () => {
  const three = [
    truck({ id: 'b', rate: { amount: '2.10', basis: 'per_mile' } }),
    truck({ id: 'a', origin: places[2], postedAt: '2026-12-01T09:00:00Z' }),
    truck({ id: 'a\u{1F600}', rate: { amount: '2.20', basis: 'per_mile' } }),
    truck({ id: 'a\uFFFD' }),
  ]
  test.each([
    ['newest', {}, ['a', 'a\uFFFD', 'a\u{1F600}', 'b']],
    ['per_mile', {}, ['a\u{1F600}', 'b', 'a', 'a\uFFFD']],
    ['deadhead', { origin: { ...boise, radius: 500 } }, ['a\uFFFD', 'a\u{1F600}', 'b', 'a']],
    ['deadhead', { origin: { states: ['ID'] } }, ['a', 'a\uFFFD', 'a\u{1F600}', 'b']],
  ])('%s %o', (order, over, ids) => expect(search(three, { order, ...over }).hits).toEqual(ids))
  test('as many as asked, all of them counted', () =>
    expect(search(three, { limit: 0 })).toMatchObject({ total: 4, hits: [], byState: { ID: 4 } }))
})

describe('a near miss', () => {
  const near = (posting: object, over: object) => search([truck(posting)], { near: true, ...over }).near
  test.each<[string, object, object, object[]]>([
    ['of the radius', {}, { origin: { ...places[2]!, radius: 100 } }, [{ what: 'origin', by: 14, unit: 'mi' }]],
    ['of the days', {}, { to: '2026-12-01' }, [{ what: 'dates', by: 1, unit: 'days' }]],
    ['of the length', { lengthFt: 52 }, { maxLengthFt: 48 }, [{ what: 'length', by: 4, unit: 'ft' }]],
    ['of the weight', { weightLb: 45_000 }, { maxWeightLb: 44_000 }, [{ what: 'weight', by: 1000, unit: 'lb' }]],
    ['of the age', {}, { maxAgeHours: 2.5 }, [{ what: 'age', by: 1.5, unit: 'hours' }]],
    [
      'of the pay',
      { rate: { amount: '1.80', basis: 'per_mile' } },
      { minPerMile: '2.00' },
      [{ what: 'per_mile', by: 0.2, unit: 'usd' }],
    ],
    [
      'of the pay in all',
      { rate: { amount: '1900', basis: 'flat' } },
      { maxPay: '1800' },
      [{ what: 'pay', by: 100, unit: 'usd' }],
    ],
  ])('%s', (_, posting, over, misses) => {
    const [found] = near(posting, over)
    expect(found?.id).toBe('t1')
    expect(found?.misses.map((miss) => ({ ...miss, by: Math.abs(miss.by - 14) < 1 ? 14 : miss.by }))).toEqual(misses)
  })
  test.each<[string, object, object]>([
    ['missed by too much', { lengthFt: 53 }, { maxLengthFt: 48 }],
    ['of two filters', { lengthFt: 50, weightLb: 45_000 }, { maxLengthFt: 48, maxWeightLb: 44_000 }],
    ['of another state', {}, { origin: { states: ['WA'] } }],
    ['of other equipment', {}, { equipment: ['van'] }],
    ['not yet posted', { postedAt: '2026-12-01T13:00:00Z' }, {}],
    ['naming no pay', {}, { minPerMile: '2.00' }],
    ['not asked for', { lengthFt: 50 }, { maxLengthFt: 48, near: false }],
  ])('is none: %s', (_, posting, over) => expect(near(posting, over)).toEqual([]))
})

describe('what changes', () => {
  test('a later posting of the same id takes the place of the earlier, also of another kind', () => {
    const index = makePostingIndex()
    putPosting(index, truck())
    putPosting(index, truck({ kind: 'load', origin: phoenix }))
    expect([index.truck.size, searchPostings(index, asked({ kind: 'load' })).byState]).toEqual([0, { AZ: 1 }])
  })
})

const day = fc
  .integer({ min: 0, max: 24 })
  .map((at) => new Date(Date.UTC(2026, 10, 25 + at)).toISOString().slice(0, 10))
const amount = fc.integer({ min: 150, max: 350 }).map((cents) => (cents / 100).toFixed(2))
const areaOf: Record<string, string> = { Boise: 'A1', 'Twin Falls': 'A1', Dallas: 'A2', Phoenix: 'A3' }
const place = fc.constantFrom(...places).chain((near) =>
  fc.record({
    city: fc.constant(near.city),
    area: fc.constant(areaOf[near.city] ?? null),
    region: fc.constant(near.region),
    lat: fc.double({ min: -1, max: 1, noNaN: true }).map((off) => near.lat + off),
    lon: fc.double({ min: -1, max: 1, noNaN: true }).map((off) => near.lon + off),
  }),
)
const total = fc.integer({ min: 300, max: 6000 }).map(String)
const states = fc.array(fc.constantFrom('ID', 'AZ', 'TX', 'WA', 'AK', 'QQ'), { maxLength: 3 })
const postings = fc.uniqueArray(
  fc.record({
    id: fc.string({ minLength: 1, maxLength: 3, unit: 'grapheme' }),
    kind: fc.constantFrom('load', 'truck'),
    origin: place,
    destination: fc.option(place),
    toStates: fc.option(states),
    equipment: fc.constantFrom('van', 'reefer', 'flatbed'),
    full: fc.boolean(),
    lengthFt: fc.option(fc.integer({ min: 20, max: 53 })),
    weightLb: fc.option(fc.integer({ min: 1000, max: 48_000 })),
    miles: fc.option(fc.integer({ min: 0, max: 2000 })),
    rate: fc.option(
      fc.oneof(
        fc.record({ amount, basis: fc.constant('per_mile') }),
        fc.record({ amount: fc.integer({ min: 500, max: 5000 }).map(String), basis: fc.constant('flat') }),
      ),
    ),
    earliest: day,
    latest: fc.option(day),
    postedAt: fc
      .integer({ min: -72, max: 6 })
      .map((hours) => new Date(Date.UTC(2026, 11, 1, 12 + hours)).toISOString()),
    company: fc.constantFrom('Night Heron Lines', 'Blue Thistle Transport', 'Wandering Elk Haulage'),
  }),
  { selector: ({ id }) => id, maxLength: 60 },
)
const end = fc.option(
  fc.oneof(
    fc.record({ states }),
    fc.record({ areas: fc.array(fc.constantFrom('A1', 'A2', 'A9'), { maxLength: 2 }) }),
    place.chain(({ lat, lon }) =>
      fc.record({ lat: fc.constant(lat), lon: fc.constant(lon), radius: fc.integer({ min: 0, max: 400 }) }),
    ),
  ),
)
const queries = fc
  .record({
    kind: fc.constantFrom('load', 'truck'),
    asOf: fc.constant('2026-12-01T12:00:00Z'),
    origin: end,
    destination: end,
    equipment: fc.option(fc.array(fc.constantFrom('van', 'reefer', 'flatbed', 'tanker'))),
    days: fc.tuple(fc.option(day), fc.option(day)),
    maxLengthFt: fc.option(fc.integer({ min: 20, max: 53 })),
    maxWeightLb: fc.option(fc.integer({ min: 1000, max: 48_000 })),
    full: fc.option(fc.boolean()),
    maxAgeHours: fc.option(fc.integer({ min: 0, max: 60 })),
    company: fc.option(fc.constantFrom('heron', 'E', '')),
    minPerMile: fc.option(amount),
    maxPerMile: fc.option(amount),
    minPay: fc.option(total),
    maxPay: fc.option(total),
    order: fc.constantFrom('newest', 'per_mile', 'deadhead'),
    limit: fc.integer({ min: 0, max: 20 }),
    near: fc.boolean(),
  })
  .map(({ days: [from, to], ...query }) =>
    from && to && from > to ? { ...query, from: to, to: from } : { ...query, from, to },
  )

test('agrees with a plain scan over any postings and filters, also after some have come and gone', () =>
  fc.assert(
    fc.property(postings, postings, queries, fc.integer({ min: 1, max: 5 }), (first, second, query, every) => {
      const index = makePostingIndex()
      const kept = new Map<string, Posting>()
      const put = (raw: object) => {
        const posting = postingSchema.parse(raw)
        putPosting(index, posting)
        kept.set(posting.id, posting)
      }
      first.forEach(put)
      first.forEach(({ id }, at) => {
        if (at % every !== 0) return
        index[kept.get(id)!.kind].remove(id)
        kept.delete(id)
      })
      second.forEach(put)
      const read = searchQuerySchema.parse(query)
      expect(searchPostings(index, read)).toEqual(scanPostings([...kept.values()], read))
    }),
    { numRuns: 1500 },
  ))
