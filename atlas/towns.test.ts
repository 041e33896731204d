import { describe, expect, test } from 'vitest'
import type { GazetteerData } from '../core/place/gazetteer'
import { townKey } from './legs'
import { bigCityKeys, readJunctions, readMiddles, townPoints } from './towns'

const gazetteer = (
  rows: { name: string; region: string; country?: string; lat: number; lon: number; population?: number }[],
) =>
  ({
    cities: {
      name: rows.map((row) => row.name),
      region: rows.map((row) => row.region),
      country: rows.map((row) => row.country ?? 'US'),
      lat: rows.map((row) => Math.round(row.lat * 10_000)),
      lon: rows.map((row) => Math.round(row.lon * 10_000)),
      population: rows.map((row) => row.population ?? 1000),
    },
  }) as unknown as GazetteerData

describe('where a town of a road lies', () => {
  const towns = townPoints(
    gazetteer([
      { name: 'Troy', region: 'NY', lat: 42.73, lon: -73.69 },
      { name: 'Troy', region: 'MI', lat: 42.6, lon: -83.15 },
      { name: 'Clinton', region: 'MO', lat: 38.37, lon: -93.78 },
      { name: 'Clinton', region: 'MO', lat: 38.38, lon: -93.7 },
      { name: 'Clinton', region: 'MO', lat: 40.1, lon: -91 },
      { name: 'Reynosa', region: 'TAM', country: 'MX', lat: 26.08, lon: -98.28 },
    ]),
    '# words\nMI Troy 42.000 -83.000\nNY Harriman Junction 41.300 -74.140\n',
  )
  test('each region has its own', () => {
    expect(towns.get('troy|NY')).toEqual([{ lat: 42.73, lon: -73.69 }])
  })
  test('what the junctions file says goes before the gazetteer', () => {
    expect(towns.get('troy|MI')).toEqual([{ lat: 42, lon: -83 }])
    expect(towns.get(townKey({ town: 'Harriman Junction', region: 'NY' }))).toEqual([{ lat: 41.3, lon: -74.14 }])
  })
  test('points of one name are one town when near, two when far apart', () => {
    expect(towns.get('clinton|MO')).toHaveLength(2)
  })
  test('Mexico is one region for the roads', () => {
    expect(towns.get('reynosa|MX')).toHaveLength(1)
  })
  test('parts of big cities are known by their own name', () => {
    expect(towns.get('hollywood|CA')).toBeDefined()
  })
})

test('middles: miles by town, with a tenth or without; other lines are words', () => {
  expect([...readMiddles('# How far\n\nAL Anniston 5\nNC Winston-Salem 2.5\nnot a line\nAL Gadsden three\n')]).toEqual([
    ['anniston|AL', 5],
    [townKey({ town: 'Winston-Salem', region: 'NC' }), 2.5],
  ])
})

test('junctions: a name of several words, west and south below nought', () => {
  expect(readJunctions('KS Manhattan South 39.062 -96.560\nKS Short 39 -96\n')).toEqual([
    [townKey({ town: 'Manhattan South', region: 'KS' }), { lat: 39.062, lon: -96.56 }],
  ])
})

test('a big city has over a hundred thousand people', () => {
  const keys = bigCityKeys(
    gazetteer([
      { name: 'Boise', region: 'ID', lat: 43.6, lon: -116.2, population: 230_000 },
      { name: 'Nampa', region: 'ID', lat: 43.57, lon: -116.56, population: 99_000 },
    ]),
  )
  expect([...keys]).toEqual(['boise|ID'])
})
