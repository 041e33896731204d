import { describe, expect, test } from 'vitest'
import { type MappedPlace, mostMilesOff, straysAmong } from './strays'

const pocatello = { name: 'Snowmelt cold store', city: 'Pocatello', region: 'ID', lat: 42.87, lon: -112.45 }
const place = (codeId: number, told: MappedPlace['told']): MappedPlace => ({
  codeId,
  code: `S${codeId}`,
  facility: pocatello,
  told,
})

describe('codes whose facility lies elsewhere than the tender says', () => {
  test('the same town, and the next one, are no strays', () => {
    expect(
      straysAmong([place(1, pocatello), place(2, { city: 'Blackfoot', region: 'ID', lat: 43.19, lon: -112.34 })]),
    ).toEqual([])
  })
  test('the farthest off comes first, with both places in words', () => {
    const strays = straysAmong([
      place(1, { city: 'Idaho Falls', region: 'ID', lat: 43.49, lon: -112.04 }),
      place(2, { city: 'Minneapolis', region: 'MN', lat: 44.98, lon: -93.26 }),
    ])
    expect(strays.map(({ codeId }) => codeId)).toEqual([2, 1])
    expect(strays[0]!.words).toBe('S2 is Snowmelt cold store in Pocatello, ID with us; the tender says Minneapolis, MN')
    expect(strays[0]!.milesAway).toBeGreaterThan(900)
    expect(strays[1]!.milesAway).toBeGreaterThan(mostMilesOff)
  })
})
