import { describe, expect, test } from 'vitest'
import { record } from '../vetting/testing'
import { feedColumns, readRegisterFeed } from './feed'
import { addressWords, fieldsOf, recordLine } from './fields'
import { phoneDigits, phoneWords } from './phone'
import { carryingSince, closedOn, mayCarry } from './register'

const row = (over: Partial<Record<(typeof feedColumns)[number], string>> = {}) => {
  const cells: Record<string, string> = {
    sequence: '7',
    changed_at: '2026-11-23T12:00:00Z',
    dot_number: '1200041',
    mc_number: '120017',
    legal_name: 'Alder Creek Trucking LLC',
    operating: 'yes',
    physical: '12 Grain St|Boise|ID|83702|US',
    phones: '208-555-0101;208-555-0102',
    mail: 'A@B.example',
    officers: 'Ada B Finch',
    power_units: '12',
    drivers: '14',
    hazmat: 'no',
    authorities: 'common|active|2019-05-01||;broker|inactive|||',
    filings: 'liability|Lark Mutual|L-1|1000000|2026-01-01|',
    vehicle_inspections: '9',
    vehicle_out_of_service: '2',
    ...over,
  }
  return feedColumns.map((column) => cells[column] ?? '')
}
const read = (...rows: string[][]) => {
  const reading = readRegisterFeed([[...feedColumns], ...rows])
  if ('problem' in reading) throw new Error(reading.problem)
  return reading
}

describe('a line of the feed', () => {
  test('is read whole', () => {
    const { changes, refused, last } = read(row())
    expect(refused).toEqual([])
    expect(last).toBe(7)
    expect(changes[0]!.record).toMatchObject({
      dotNumber: '1200041',
      physical: { city: 'Boise' },
      phones: ['208-555-0101', '208-555-0102'],
      mail: 'a@b.example',
      authorities: [
        { kind: 'common', status: 'active', grantedOn: '2019-05-01', revokedOn: null },
        { kind: 'broker', status: 'inactive' },
      ],
      filings: [{ limitMinor: 1_000_000_00, cancelledOn: null }],
      vehicle: { inspections: 9, outOfService: 2 },
    })
  })
  test.each<[string, Parameters<typeof row>[0]]>([
    ['no number of the change', { sequence: '' }],
    ['no time', { changed_at: 'yesterday' }],
    ['a DOT number that is none', { dot_number: 'x' }],
    ['no name', { legal_name: '' }],
    ['no address', { physical: '' }],
    ['a day that is none', { authorities: 'common|active|2026-02-30||' }],
    ['an authority of no kind', { authorities: 'royal|active|||' }],
    ['trucks below nought', { power_units: '-3' }],
    ['more out of service than inspected', { vehicle_inspections: '1', vehicle_out_of_service: '2' }],
    ['money that is none', { filings: 'liability|Lark|1|lots|2026-01-01|' }],
  ])('%s: refused with its line, the next is read', (_, over) => {
    const { changes, refused } = read(row(over), row({ sequence: '8' }))
    expect(refused).toMatchObject([{ line: 2 }])
    expect(refused[0]!.why).not.toBe('')
    expect(changes.map(({ sequence }) => sequence)).toEqual([8])
  })
  test('columns in another order and more of them are no trouble, one that lacks is', () => {
    const turned = [...feedColumns, 'colour'].toReversed()
    const cells = Object.fromEntries(feedColumns.map((column, at) => [column, row()[at]!]))
    expect(readRegisterFeed([turned, turned.map((column) => cells[column] ?? 'red')])).toMatchObject({
      changes: [{ sequence: 7 }],
    })
    expect(readRegisterFeed([['sequence', 'dot_number']])).toMatchObject({
      problem: expect.stringContaining('lacks the columns changed_at'),
    })
    expect(readRegisterFeed([])).toHaveProperty('problem')
  })
})

test('who may carry, since when, until when', () => {
  const authority = (over: object) =>
    record({
      authorities: [
        { kind: 'common', status: 'active', grantedOn: '2019-05-01', revokedOn: null, reinstatedOn: null, ...over },
      ],
    })
  expect([
    mayCarry(authority({})),
    mayCarry(authority({ kind: 'broker' })),
    mayCarry(authority({ status: 'revoked' })),
    mayCarry({ ...authority({}), operating: false }),
  ]).toEqual([true, false, false, false])
  expect([carryingSince(authority({})), carryingSince(authority({ status: 'revoked' }))]).toEqual(['2019-05-01', null])
  expect([closedOn(authority({})), closedOn(authority({ status: 'revoked', revokedOn: '2026-10-01' }))]).toEqual([
    null,
    '2026-10-01',
  ])
})

test('facts in words: what is not given is left out', () => {
  const fields = fieldsOf(record({ tradeName: null, safetyRating: 'conditional', ratedOn: '2026-02-01' }))
  expect(fields).toMatchObject({
    legal_name: 'Wandering Elk Haulage LLC',
    authority: 'common active, granted 2019-05-01',
    filed_liability: '$1,000,000 with Lark Mutual, policy L-1, from 2026-01-01',
    safety_rating: 'conditional, 2026-02-01',
  })
  expect(fields).not.toHaveProperty('trade_name')
  expect(addressWords({ street: '', city: 'Boise', region: 'ID', postal: '', country: 'US' })).toBe('Boise, ID')
  expect(recordLine(record({ powerUnits: 1 }))).toBe('Jerome ID, one truck, carries since 2019-05-01')
})

test.each([
  ['(208) 555-0101', '2085550101'],
  ['+1 208.555.0101', '2085550101'],
  ['12085550101', '2085550101'],
  ['208-555-0101 ext. 12', '2085550101'],
  ['208-555-0101x12', '2085550101'],
  ['+44 20 7946 0958', null],
  ['555-0101', null],
  ['', null],
  [null, null],
])('the digits of %j are %j', (text, digits) => expect(phoneDigits(text)).toBe(digits))
test('a phone is written one way', () =>
  expect([phoneWords('2085550101'), phoneWords('208.555.0101 x12'), phoneWords('ext 4')]).toEqual([
    '208-555-0101',
    '208-555-0101 ext. 12',
    'ext 4',
  ]))
