import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { matchColumns, readImportRow } from './import'

test.each<[string[], (string | null)[]]>([
  [
    ['Carrier', 'USDOT #', 'MC#', 'E-mail', 'Phone', 'Trailers'],
    ['name', 'dot', 'mc', 'mail', 'phone', 'equipment'],
  ],
  [
    ['company_name', 'dot_number', 'docket number', 'dispatcher', 'cell'],
    ['name', 'dot', 'mc', 'contact', 'phone'],
  ],
  [
    ['Name', 'Name 2', 'Rating'],
    ['name', null, null],
  ],
  [[], []],
])('%j is read as %j', (header, expected) => expect(matchColumns(header)).toEqual(expected))

describe('a row', () => {
  const columns = ['name', 'dot', 'mc', 'mail', 'phone', 'equipment'] as const
  const read = (...cells: string[]) => readImportRow(cells, columns, 2)
  test('is read with its numbers however they are written', () => {
    expect(
      read('Night Heron', 'USDOT 0240053', 'MC-700037', 'Ada@Heron.example', '(208) 555-0101', 'Reefer / van'),
    ).toMatchObject({
      dot: '240053',
      mc: '700037',
      contact: { name: 'Dispatch', mail: 'ada@heron.example', phone: '(208) 555-0101' },
      equipment: ['reefer', 'van'],
    })
  })
  test.each<[string, string[]]>([
    ['The row is empty', ['', ' ', '']],
    ['Neither a DOT nor an MC number', ['Night Heron']],
    ['“12x4” is no DOT number', ['a', '12x4']],
    ['“1234567890” is no MC number', ['a', '', '1234567890']],
    ['“ada at heron” is not an email address', ['a', '1', '', 'ada at heron']],
    ['“555-01” is no phone number', ['a', '1', '', '', '555-01']],
    ['“zeppelin” names equipment that is not known', ['a', '1', '', '', '', 'zeppelin']],
  ])('%s', (problem, cells) => expect(read(...cells)).toMatchObject({ problem, line: 2 }))
  test('whatever stands in it, it is read or refused, and its cells are kept', () => {
    fc.assert(
      fc.property(fc.array(fc.string(), { maxLength: 8 }), (cells) => {
        const row = readImportRow(cells, columns, 7)
        expect(row.cells).toEqual(cells)
        expect('problem' in row ? row.problem !== '' : row.dot !== null || row.mc !== null).toBe(true)
      }),
    )
  })
})
