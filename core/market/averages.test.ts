import { expect, test } from 'vitest'
import { readAverages } from './averages'

const head = ['day', 'published_at', 'from', 'to', 'trailer', 'loads', 'average_usd', 'miles']
const good = ['2026-11-02', '2026-11-04T14:00:00.000Z', '833', '850', 'reefer', '7', '2310', '790']

test('a row of the report', () => {
  expect(readAverages([head, good]).rows).toEqual([
    {
      day: '2026-11-02',
      publishedAt: Date.UTC(2026, 10, 4, 14),
      originPostal: '833',
      destPostal: '850',
      equipment: 'reefer',
      miles: 790,
      averageMinor: 231_000,
      count: 7,
    },
  ])
})
test.each([
  ['no such day', 0, '2026-13-02'],
  ['published before its day', 1, '2026-11-01T00:00:00Z'],
  ['published never', 1, 'soon'],
  ['an area of four digits', 2, '8330'],
  ['an equipment never seen', 4, 'blimp'],
  ['no loads', 5, '0'],
  ['half a load', 5, '2.5'],
  ['a negative price', 6, '-20'],
  ['a price as text', 6, 'call us'],
  ['miles missing', 7, ''],
])('%s: the line is reported, the next is taken', (_, column, text) => {
  const bad = good.map((each, at) => (at === column ? text : each))
  const reading = readAverages([head, bad, good])
  expect(reading.rows).toHaveLength(1)
  expect(reading.refused).toHaveLength(1)
  expect(reading.refused[0]!.line).toBe(2)
})
test('a short row is told too', () => expect(readAverages([head, ['2026-11-02']]).refused).toHaveLength(1))
