import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type DirectoryQuery, directoryParams, directoryQuerySchema } from './directory'

const byName = { column: 'name', direction: 'ascending' } as const
const empty: DirectoryQuery = {
  ...{ q: '', verdict: null, equipment: null, region: null, used: null, fleet: null, onTime: null },
  sort: byName,
}
const read = (search: string) => directoryQuerySchema.parse(Object.fromEntries(new URLSearchParams(search)))

describe('what the directory is asked, in the address bar', () => {
  test('nothing asked is an empty address', () => {
    expect(directoryParams(empty)).toBe('')
    expect(read('')).toEqual(empty)
  })
  test('what is asked stands there, in its order', () =>
    expect(
      directoryParams({
        q: 'heron & sons',
        verdict: 'caution',
        equipment: 'step_deck',
        region: 'ID',
        used: 'never',
        fleet: '6',
        onTime: '95',
        sort: { column: 'trucks', direction: 'descending' },
      }),
    ).toBe(
      'q=heron%20%26%20sons&verdict=caution&equipment=step_deck&region=ID&used=never&fleet=6&onTime=95&sort=-trucks',
    ))
  test.each([
    ['verdict=bad', { verdict: null }],
    ['equipment=sled', { equipment: null }],
    ['region=idaho', { region: null }],
    ['region=NLE', { region: 'NLE' }],
    ['used=6', { used: null }],
    ['fleet=2&onTime=100', { fleet: null, onTime: null }],
    [`q=${'x'.repeat(101)}`, { q: '' }],
    ['q=heron&verdict=bad', { q: 'heron', verdict: null }],
  ])('%s, written by hand, loses only what makes no sense', (search, wanted) =>
    expect(read(search)).toEqual({ ...empty, ...wanted }),
  )
  test('there and back is the same question', () => {
    const any = fc.record({
      q: fc.string({ maxLength: 100, unit: 'grapheme' }).filter((text) => text.length <= 100),
      verdict: fc.constantFrom(null, 'clear' as const, 'caution' as const, 'stop' as const),
      equipment: fc.constantFrom(null, 'van' as const, 'hopper' as const),
      region: fc.constantFrom(null, 'ID', 'NLE'),
      used: fc.constantFrom(null, '3' as const, '12' as const, 'never' as const),
      fleet: fc.constantFrom(null, '1' as const, '101' as const),
      onTime: fc.constantFrom(null, '85' as const),
      sort: fc.constantFrom(byName, { column: 'standing' as const, direction: 'descending' as const }),
    })
    fc.assert(
      fc.property(any, (query) => {
        expect(read(directoryParams(query))).toEqual(query)
      }),
    )
  })
})
