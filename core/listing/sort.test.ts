import { expect, test } from 'vitest'
import { sortAfter, sortSchema, sortText } from './sort'

const usual = { column: 'created', direction: 'descending' } as const
const schema = sortSchema(['created', 'sell'], usual)

test.each([
  ['sell', { column: 'sell', direction: 'ascending' }],
  ['-sell', { column: 'sell', direction: 'descending' }],
  ['--sell', usual],
  ['price', usual],
  ['', usual],
  [undefined, usual],
  [7, usual],
])('%s in the address', (text, expected) => {
  expect(schema.parse(text)).toEqual(expected)
})

test('what is written is read again', () => {
  for (const column of ['created', 'sell'] as const)
    for (const direction of ['ascending', 'descending'] as const)
      expect(schema.parse(sortText({ column, direction }))).toEqual({ column, direction })
})

test('a second click on a head turns the sort around, another head begins its usual way', () => {
  expect(sortAfter(usual, 'created', 'descending')).toEqual({ column: 'created', direction: 'ascending' })
  expect(sortAfter(usual, 'sell', 'descending')).toEqual({ column: 'sell', direction: 'descending' })
})
