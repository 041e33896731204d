import { expect, test } from 'vitest'
import { readHowFar } from './how-far'
import { nameKey } from './name-key'
import { cellOf, cellsAround, placeSchema } from './place'
import { countryOfRegion, regionNames, regionOf, regions } from './regions'
import { abbreviates, lettersApart } from './spelling'

test('a neighbour on the map is one of nine squares', () => {
  const here = { lat: 42.563, lon: -114.461 }
  expect(cellsAround(here, 1)).toHaveLength(9)
  expect(cellsAround(here, 1)).toContain(cellOf({ lat: here.lat + 0.9, lon: here.lon - 0.9 }))
  expect(cellsAround(here, 1)).not.toContain(cellOf({ lat: 33.4, lon: -112 }))
})

test.each([
  ['Saint Louis', 'St. Louis'],
  ['Fort Wayne', 'ft wayne'],
  ['Montréal', 'MONTREAL'],
  ["Coeur d'Alene", 'Coeur dAlene'],
  ['Mount Vernon', 'Mt. Vernon'],
])('%s and %s are one name', (one, other) => expect(nameKey(one)).toBe(nameKey(other)))

test.each([
  ['boise', 'boise', 2, 0],
  ['bosie', 'boise', 2, 1],
  ['chicgao', 'chicago', 2, 1],
  ['milwakee', 'milwaukee', 2, 1],
  ['phenix', 'phoenix', 2, 1],
  ['dallas', 'denver', 2, 3],
])('%s is %s but for letters (at most %i looked for): %i', (one, other, most, apart) =>
  expect(lettersApart(one, other, most)).toBe(apart),
)

test('letters left out in their order abbreviate', () => {
  expect(abbreviates('sprfld', 'springfield')).toBe(true)
  expect(abbreviates('sprdfl', 'springfield')).toBe(false)
  expect(abbreviates('prfld', 'springfield')).toBe(false)
})

test.each([
  ['boise to laredo', ['boise', 'laredo']],
  ['how far from boise id to laredo tx', ['boise id', 'laredo tx']],
  ['Boise > Salt Lake > Laredo', ['Boise', 'Salt Lake', 'Laredo']],
  ['toronto', null],
  ['total', null],
  ['to laredo', null],
])('%s asks for %j', (typed, places) => expect(readHowFar(typed)?.places ?? null).toEqual(places))

test('every state and province belongs to one part of the country', () => {
  const parted = Object.values(regions).flat() as string[]
  expect(new Set(parted).size).toBe(parted.length)
  for (const code of Object.keys(regionNames))
    expect([code, regionOf(code) !== null]).toEqual([code, !['HI', 'PR', 'VI'].includes(code)])
})

test.each([
  ['WY', 'US'],
  ['DC', 'US'],
  ['PR', 'US'],
  ['AB', 'CA'],
  ['YT', 'CA'],
  ['NLE', 'MX'],
  ['MX', 'MX'],
])('%s lies in %s', (code, country) => expect(countryOfRegion(code)).toBe(country))

test('a place needs a clock the runtime knows', () => {
  const place = {
    city: 'Boise',
    region: 'ID',
    country: 'US',
    postal: '83702',
    lat: 43.6,
    lon: -116.2,
    zone: 'America/Boise',
  }
  expect(placeSchema.safeParse(place).success).toBe(true)
  expect(placeSchema.safeParse({ ...place, zone: 'America/Nowhere' }).success).toBe(false)
  expect(placeSchema.safeParse({ ...place, city: 'Monterrey', region: 'NLE', country: 'MX', postal: '' }).success).toBe(
    true,
  )
})
