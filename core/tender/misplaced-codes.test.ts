import { describe, expect, test } from 'vitest'
import { type MappedPlace, maxMilesOff, misplacedAmong } from './misplaced-codes'

const pocatello = { name: 'Snowmelt cold store', city: 'Pocatello', region: 'ID', lat: 42.87, lon: -112.45 }
const place = (codeId: number, stated: MappedPlace['stated']): MappedPlace => ({
  codeId,
  code: `S${codeId}`,
  facility: pocatello,
  stated,
})

describe('codes whose facility lies elsewhere than the tender says', () => {
  test('the same town, and the next one, are not misplaced', () => {
    expect(
      misplacedAmong([place(1, pocatello), place(2, { city: 'Blackfoot', region: 'ID', lat: 43.19, lon: -112.34 })]),
    ).toEqual([])
  })
  test('the farthest off comes first, with both places in words', () => {
    const misplacedCodes = misplacedAmong([
      place(1, { city: 'Idaho Falls', region: 'ID', lat: 43.49, lon: -112.04 }),
      place(2, { city: 'Minneapolis', region: 'MN', lat: 44.98, lon: -93.26 }),
    ])
    expect(misplacedCodes.map(({ codeId }) => codeId)).toEqual([2, 1])
    expect(misplacedCodes[0]!.words).toBe(
      'S2 is Snowmelt cold store in Pocatello, ID with us; the tender says Minneapolis, MN',
    )
    expect(misplacedCodes[0]!.milesAway).toBeGreaterThan(900)
    expect(misplacedCodes[1]!.milesAway).toBeGreaterThan(maxMilesOff)
  })
})
