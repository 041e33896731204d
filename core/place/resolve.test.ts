import { describe, expect, test } from 'vitest'
import { type GazetteerData, readGazetteer } from './gazetteer'
import { placeOfPostal, resolvePlace } from './resolve'

type Row = [
  name: string,
  region: string,
  country: 'US' | 'CA' | 'MX',
  lat: number,
  lon: number,
  people: number,
  codes: string[],
]

/** A country of our own, with the towns whose names are trouble. */
const rows: Row[] = [
  ['Boise', 'ID', 'US', 43.6, -116.2, 235_000, ['83702', '83709']],
  ['Springfield', 'IL', 'US', 39.8, -89.6, 114_000, ['62701']],
  ['Springfield', 'MO', 'US', 37.2, -93.3, 169_000, ['65802']],
  ['Springfield', 'OR', 'US', 44.0, -123.0, 61_000, ['97477']],
  // Two in one state: one far bigger, one with the post office, two alike.
  ['Franklin', 'PA', 'US', 41.4, -79.8, 60_000, ['16323']],
  ['Franklin', 'PA', 'US', 40.3, -78.9, 300, ['15909']],
  ['Jackson', 'NJ', 'US', 40.1, -74.3, 0, ['08527']],
  ['Jackson', 'NJ', 'US', 39.7, -74.9, 9_000, []],
  ['Fairview', 'TX', 'US', 33.1, -96.6, 10_000, ['75069']],
  ['Fairview', 'TX', 'US', 32.9, -94.4, 4_000, ['75657']],
  ['Laurel', 'TX', 'US', 33.3, -96.4, 900, []],
  ['Laurel', 'TX', 'US', 32.7, -94.2, 800, []],
  ['Saint Louis', 'MO', 'US', 38.6, -90.2, 300_000, ['63101']],
  ['Calgary', 'AB', 'CA', 51.0, -114.1, 1_300_000, ['T2P']],
  ['Monterrey', 'NLE', 'MX', 25.7, -100.3, 1_100_000, []],
  ['Rio Grande City', 'TX', 'US', 26.4, -98.8, 15_000, ['78582']],
]
const codes = rows
  .flatMap(([, , , lat, lon, , list], city) => list.map((code) => ({ code, lat, lon, city })))
  .sort((one, other) => (one.code < other.code ? -1 : 1))
const degrees = (value: number) => Math.round(value * 10_000)
const data: GazetteerData = {
  zones: ['America/Boise'],
  cities: {
    name: rows.map((row) => row[0]),
    region: rows.map((row) => row[1]),
    country: rows.map((row) => row[2]),
    lat: rows.map((row) => degrees(row[3])),
    lon: rows.map((row) => degrees(row[4])),
    population: rows.map((row) => row[5]),
    zone: rows.map(() => 0),
    postal: rows.map((row) => row[6][0] ?? ''),
    postals: rows.map((row) => row[6].length),
  },
  postals: {
    code: codes.map((each) => each.code),
    lat: codes.map((each) => degrees(each.lat)),
    lon: codes.map((each) => degrees(each.lon)),
    city: codes.map((each) => each.city),
  },
}
const gazetteer = readGazetteer(data)
const found = (text: string) => {
  const answer = resolvePlace(gazetteer, text)
  return 'place' in answer
    ? `${answer.place.city}, ${answer.place.region} ${answer.place.postal}`.trim()
    : `${answer.refusal.code}: ${answer.refusal.candidates.join('; ')}`
}

describe('one place', () => {
  test.each([
    ['Boise, ID', 'Boise, ID 83702'],
    ['boise id', 'Boise, ID 83702'],
    ['  BOISE ,  id ', 'Boise, ID 83702'],
    ['Boise, Idaho', 'Boise, ID 83702'],
    ['Boise', 'Boise, ID 83702'],
    ['83709', 'Boise, ID 83709'],
    ['83709-1234', 'Boise, ID 83709'],
    ['T2P', 'Calgary, AB T2P'],
    ['t2p 1j9', 'Calgary, AB T2P'],
    ['T2P1J9', 'Calgary, AB T2P'],
    ['St. Louis, MO', 'Saint Louis, MO 63101'],
    ['st louis mo', 'Saint Louis, MO 63101'],
    ['Monterrey, NLE', 'Monterrey, NLE'],
    ['Rio Grande City, TX', 'Rio Grande City, TX 78582'],
    ['Springfield, MO', 'Springfield, MO 65802'],
    ['Springfield, Illinois', 'Springfield, IL 62701'],
  ])('%s is %s', (text, place) => expect(found(text)).toBe(place))
  test('the far bigger of two in one state is meant, where both have post offices', () =>
    expect(found('Franklin, PA')).toBe('Franklin, PA 16323'))
  test('of two in one state the one with a post office is meant, be it the smaller one', () =>
    expect(found('Jackson, NJ')).toBe('Jackson, NJ 08527'))
  test('a postal code has its own point and its city’s name', () => {
    expect(placeOfPostal(gazetteer, gazetteer.postals.get('83709')!)).toMatchObject({
      city: 'Boise',
      postal: '83709',
      zone: 'America/Boise',
      country: 'US',
    })
  })
})

describe('several places', () => {
  test('a name in several states is never guessed, and each candidate can be asked for as it is written', () => {
    expect(found('Springfield')).toBe('ambiguous_place: Springfield, MO; Springfield, IL; Springfield, OR')
    for (const candidate of ['Springfield, MO', 'Springfield, IL', 'Springfield, OR'])
      expect(found(candidate)).not.toMatch(/ambiguous/)
  })
  test('two of a size in one state are distinguished by their codes', () => {
    expect(found('Fairview, TX')).toBe('ambiguous_place: 75069; 75657')
    expect(found('75657')).toBe('Fairview, TX 75657')
  })
  test('two without a code are distinguished by the nearest one', () =>
    expect(found('Laurel, TX')).toBe('ambiguous_place: 75069; 75657'))
})

describe('no such place', () => {
  test.each([
    ['Bosie, ID', 'unknown_place: Boise, ID'],
    ['Calgery', 'unknown_place: Calgary, AB'],
    ['Boise, OR', 'unknown_place: Boise, ID'],
    ['Zzyzx, CA', 'unknown_place: '],
    ['', 'unknown_place: '],
    ['83701', 'unknown_place: 83702; 83709'],
    ['00000', 'unknown_place: '],
    ['X9X', 'unknown_place: '],
  ])('%s is unknown, with what may have been meant', (text, answer) => expect(found(text)).toBe(answer))
  test('the sentence names the state in full', () => {
    const answer = resolvePlace(gazetteer, 'Zzyzx, CA')
    expect(answer).toMatchObject({ refusal: { message: 'No Zzyzx in California' } })
    expect(resolvePlace(gazetteer, 'Zzyzx')).toMatchObject({ refusal: { message: 'No place named Zzyzx' } })
    expect(resolvePlace(gazetteer, '99999')).toMatchObject({ refusal: { message: 'No postal code 99999' } })
  })
})

test('a name of twenty thousand characters is no place, at once', () => {
  const started = performance.now()
  for (const text of ['9'.repeat(20_000), 'a '.repeat(10_000), ', '.repeat(10_000), `${'x,'.repeat(9_000)}ID`])
    expect(resolvePlace(readGazetteer(data), text)).toMatchObject({ refusal: { code: 'unknown_place' } })
  expect(performance.now() - started).toBeLessThan(500)
})
