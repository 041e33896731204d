import { describe, expect, test } from 'vitest'
import { readTypedSearch, type TypedSearch } from './typed-search'

const known: Record<string, [string, string, number, number]> = {
  boise: ['Boise', 'ID', 43.61, -116.2],
  'boise id': ['Boise', 'ID', 43.61, -116.2],
  'twin falls': ['Twin Falls', 'ID', 42.56, -114.46],
  'salt lake city': ['Salt Lake City', 'UT', 40.76, -111.89],
  phoenix: ['Phoenix', 'AZ', 33.45, -112.07],
  'new york': ['New York', 'NY', 40.71, -74.01],
  '83301': ['Twin Falls', 'ID', 42.56, -114.46],
}
const areas: Record<string, { code: string; name: string; region: string }> = {
  boise: { code: 'BOI', name: 'Boise', region: 'ID' },
  'twin ': { code: 'BOI', name: 'Boise', region: 'ID' },
  'salt ': { code: 'SLC', name: 'Salt Lake City', region: 'UT' },
}
/** A Tuesday. */
const read = (line: string): TypedSearch =>
  readTypedSearch(line, {
    today: '2026-12-01',
    area: (name) => (/^(boise|twin falls|salt lake city)/.test(name) ? areas[name.slice(0, 5)]! : null),
    place: (name) => {
      const [city, region, lat, lon] = known[name] ?? []
      return city ? { city, region: region!, lat: lat!, lon: lon! } : null
    },
  })
const around = (name: string, radius = 100) => ({ lat: known[name]![2], lon: known[name]![3], radius })

describe('a typed line is read into filters', () => {
  test.each<[string, Partial<TypedSearch>]>([
    [
      'reefers boise 150mi to ca, tx tomorrow-wed under 2.60/mi',
      {
        ...{ kind: null, equipment: ['reefer'], origin: around('boise', 150), destination: { states: ['CA', 'TX'] } },
        ...{ from: '2026-12-02', to: '2026-12-02', maxPerMile: '2.60', minPerMile: null },
      },
    ],
    [
      'loads salt lake city to phoenix 48ft 42k full',
      {
        ...{ kind: 'load', origin: around('salt lake city'), destination: around('phoenix') },
        ...{ maxLengthFt: 48, maxWeightLb: 42_000, full: true },
      },
    ],
    ['trucks idaho, wa -> az', { kind: 'truck', origin: { states: ['ID', 'WA'] }, destination: { states: ['AZ'] } }],
    ['to az from id', { origin: { states: ['ID'] }, destination: { states: ['AZ'] } }],
    [
      'step deck or flatbed, twin falls 80 miles',
      { equipment: ['step_deck', 'flatbed'], origin: around('twin falls', 80) },
    ],
    ['dry van boise id over $2.40 a mile', { equipment: ['van'], origin: around('boise'), minPerMile: '2.40' }],
    ['van tx', { equipment: ['van'], origin: { states: ['TX'] } }],
    ['83301 12/3 - 12/5', { origin: around('83301'), from: '2026-12-03', to: '2026-12-05' }],
    ['new york', { origin: { states: ['NY'] } }],
    ['new york 75mi', { origin: around('new york', 75) }],
    ['new mexico partial last 12h', { origin: { states: ['NM'] }, full: false, maxAgeHours: 12 }],
    [
      'loads carolinas to the upper midwest',
      { origin: { states: ['NC', 'SC'] }, destination: { states: ['IA', 'MI', 'MN', 'ND', 'SD', 'WI'] } },
    ],
    ['vans west coast tx', { equipment: ['van'], origin: { states: ['CA', 'OR', 'WA', 'TX'] } }],
    ['trucks boise "Blue Heron, to go" tomorrow', { origin: around('boise'), company: 'Blue Heron, to go' }],
    ['loads by Heron to az', { company: 'Heron', destination: { states: ['AZ'] } }],
    [
      'loads boise market, salt lake city ut market to twin falls market area over $1,800',
      { origin: { areas: ['BOI', 'SLC'] }, destination: { areas: ['BOI'] }, minPay: '1800', maxPay: null },
    ],
    ['boise under 2400 flat', { origin: around('boise'), maxPay: '2400', minPay: null }],
    ['max $900 market of boise', { maxPay: '900', origin: { areas: ['BOI'] } }],
    ['under 44000 lbs last 2 days', { maxWeightLb: 44_000, maxAgeHours: 48 }],
    ['', { origin: null, destination: null, chips: [], unread: [] }],
  ])('%s', (line, expected) => {
    const found = read(line)
    expect(found).toMatchObject(expected)
    expect(found.unread).toEqual([])
  })
  test('what was understood stands as chips, in words; what was not is told', () => {
    const { chips, unread } = read('reefers boise 150mi glorp tomorrow')
    expect(chips).toEqual([
      { text: 'reefers', what: 'equipment', words: 'Reefer' },
      { text: 'boise 150mi', what: 'origin', words: '150 mi around Boise, ID' },
      { text: 'tomorrow', what: 'days', words: 'Wed, Dec 2' },
    ])
    expect(unread).toEqual(['glorp'])
  })
})
