import { expect, test } from 'vitest'
import { type Column, leastWidth, shownColumns } from './column'

const column = (id: string, shown: Column<object>['shown'], width = '100px'): Column<object> => ({
  id,
  head: id,
  width,
  shown,
  cell: () => id,
})
const columns = [
  column('number', 'always'),
  column('lane', 'at first', 'minmax(170px,1.15fr)'),
  column('miles', 'when chosen'),
]

test('the columns chosen are shown in the table’s order, as wide as they were made', () => {
  const ids = (chosen: string[] | null) => shownColumns(columns, chosen, {}).map(({ id }) => id)
  expect([ids(null), ids(['miles']), ids([])]).toEqual([['number', 'lane'], ['number', 'miles'], ['number']])
  expect(shownColumns(columns, null, { lane: 240 }).map(({ width }) => width)).toEqual(['100px', '240px'])
})

test('a table needs the least of every column, the gaps between and its sides', () => {
  expect(leastWidth(columns)).toBe(100 + 170 + 100 + 2 * 12 + 32)
  expect(leastWidth([columns[0]!])).toBe(132)
})
