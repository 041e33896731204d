import { describe, expect, test } from 'vitest'
import { resolveHeader } from './column-names'
import { cellsFrom, hasEnds, recogniseColumns } from './columns'
import { cutOf, cutSentences } from './sheet-text'

describe('heads', () => {
  test.each([
    ['Orig City', 'origin_city'],
    ['O ST', 'origin_region'],
    ['Origin Zip', 'origin_postal'],
    ['Ship From', 'origin'],
    ['Pickup City', 'origin_city'],
    ['FROM', 'origin'],
    ['Dest City', 'dest_city'],
    ['D_ST', 'dest_region'],
    ['Destination Postal Code', 'dest_postal'],
    ['Consignee', 'dest'],
    ['To', 'dest'],
    ['Pickup Date', 'pickup'],
    ['Ship Date', 'pickup'],
    ['Equip', 'equipment'],
    ['Trailer Type', 'equipment'],
    ['Avg Wt (lbs)', 'weight'],
    ['Annual Volume', 'loads'],
    ['Commodity', 'commodity'],
    ['Current Rate', 'theirs'],
    ['Target', 'theirs'],
    ['Rate', 'price'],
    ['Notes', 'comment'],
    ['Miles', null],
    ['Lane ID', null],
    ['', null],
  ])('%s holds %s', (head, kind) => expect(resolveHeader(head)).toBe(kind))
})

describe('sheets', () => {
  test('heads beneath a title', () => {
    const sheet = recogniseColumns([
      ['Lanes 2027', '', ''],
      ['Origin', 'Destination', 'Equipment'],
      ['Boise, ID', 'Reno, NV', 'van'],
    ])
    expect(sheet).toEqual({ headRows: 2, columns: ['origin', 'dest', 'equipment'] })
  })
  test('no heads: places, equipment, weight and money are reported by what stands there', () => {
    const rows = [
      ['Boise, ID', 'Reno, NV', 'Van', '42000', '$1,200', '12'],
      ['Yakima, WA', 'Denver, CO', 'Reefer', '40,500', '$2,900', '8'],
      ['Laredo, TX', 'Tulsa, OK', 'Van', '44000', '$1,500', '30'],
    ]
    expect(recogniseColumns(rows).columns).toEqual(['origin', 'dest', 'equipment', 'weight', 'theirs', 'loads'])
  })
  test('no heads, city and state in columns of their own', () => {
    const rows = [
      ['Boise', 'ID', 'Reno', 'NV'],
      ['Yakima', 'WA', 'Denver', 'CO'],
    ]
    expect(recogniseColumns(rows).columns).toEqual(['origin_city', 'origin_region', 'dest_city', 'dest_region'])
  })
  test('no heads, codes alone', () =>
    expect(
      recogniseColumns([
        ['83702', '89501'],
        ['98901', '80201'],
      ]).columns,
    ).toEqual(['origin_postal', 'dest_postal']))
  test('the same head twice counts once', () =>
    expect(
      recogniseColumns([
        ['From', 'To', 'To'],
        ['a', 'b', 'c'],
      ]).columns,
    ).toEqual(['origin', 'dest', null]))
  test('without both ends somebody has to say them', () =>
    expect([hasEnds(['origin', null]), hasEnds(['origin_city', 'dest_postal'])]).toEqual([false, true]))
})

describe('rows as cells', () => {
  const columns = ['origin_city', 'origin_region', 'origin_postal', 'dest', 'pickup', 'pickup_to', 'weight'] as const
  test('city, state and code stand as one; a code has its lost zeros back', () => {
    expect(
      cellsFrom([['Hartford', 'CT', '6103', 'Boise, ID', '12/1', '12/4', '100']], {
        headRows: 0,
        columns: [...columns],
      }),
    ).toEqual([{ origin: 'Hartford, CT 06103', dest: 'Boise, ID', pickup: '12/1 to 12/4', weight: '100' }])
  })
  test('heads and empty rows are passed over, bad rows are not', () => {
    const rows = [
      ['From', 'To'],
      ['', ''],
      ['Boise, ID', ''],
      ['???', 'Reno, NV'],
    ]
    expect(cellsFrom(rows, { headRows: 1, columns: ['origin', 'dest'] })).toEqual([
      { origin: 'Boise, ID', dest: '' },
      { origin: '???', dest: 'Reno, NV' },
    ])
  })
})

describe('how text is cut', () => {
  test.each([
    ['Boise, ID\tReno, NV\r\nYakima, WA\tDenver, CO', { kind: 'cells', delimiter: '\t' }],
    ['a;b;c\nd;e;f', { kind: 'cells', delimiter: ';' }],
    ['Boise,ID,Reno,NV\rLaredo,TX,Tulsa,OK', { kind: 'cells', delimiter: ',' }],
    ['Boise, ID to Reno, NV\nYakima, WA -> Denver, CO', { kind: 'sentences' }],
  ])('%j', (text, cut) => expect(cutOf(text)).toEqual(cut))
  test('sentences, with one that is none kept as it stands', () =>
    expect(cutSentences('Boise, ID to Reno, NV\r\nplease quote\n')).toEqual([
      ['Boise, ID', 'Reno, NV'],
      ['please quote'],
    ]))
})
