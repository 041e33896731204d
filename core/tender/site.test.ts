import { describe, expect, test } from 'vitest'
import { siteDescription } from '../../demo/partner-site'
import { headsProblem, readSiteRow, siteDescriptionSchema } from './site'

const row = [
  'CH-7001',
  'open',
  '11/27/2026 14:30',
  'Cold trailer',
  '38,500 lb',
  '$3,046',
  'Cobalt Hen grading house | Des Moines, IA 50309',
  '11/30/2026 06:00 to 11/30/2026 09:00',
  'Brindle Supply yard | Rapid City, SD 57701',
  '12/01/2026 08:00 to 12/01/2026 11:00',
  '38 to 45',
  'Washed out trailer',
  'answer',
]
const read = (change: Record<number, string> = {}) =>
  readSiteRow(
    row.map((cell, at) => change[at] ?? cell),
    siteDescription,
    'van',
  )

test('the description of the demo is one', () =>
  expect(siteDescriptionSchema.parse(siteDescription)).toEqual(siteDescription))

test('a row becomes a tender', () => {
  const found = read()
  expect(found).toMatchObject({
    open: true,
    withdrawn: false,
    tender: {
      shipmentId: 'CH-7001',
      respondBy: '2026-11-27T14:30',
      equipment: { kind: 'reefer', tempF: { min: 38, max: 45 } },
      weightLb: 38_500,
      charge: { amount: '3046.00', currency: 'USD' },
      notes: ['Washed out trailer'],
      stops: [
        {
          reason: 'load',
          name: 'Cobalt Hen grading house',
          city: 'Des Moines',
          region: 'IA',
          postal: '50309',
          earliest: '2026-11-30T06:00',
          latest: '2026-11-30T09:00',
        },
        {
          reason: 'unload',
          name: 'Brindle Supply yard',
          city: 'Rapid City',
          region: 'SD',
          postal: '57701',
          earliest: '2026-12-01T08:00',
          latest: '2026-12-01T11:00',
        },
      ],
    },
  })
})

describe('what does not read as it should is reported, and makes no tender', () => {
  test.each([
    ['shipment', { 0: 'see below' }, 'no shipment number'],
    ['amount', { 5: 'on request' }, 'no amount'],
    ['weight', { 4: '$3,046' }, 'no weight'],
    ['time', { 7: '13/45/2026 06:00 to 11/30/2026 09:00' }, 'no time'],
  ] as const)('%s', (_, change, words) =>
    expect(read(change)).toMatchObject({ problem: expect.stringContaining(words) }),
  )
  test('a cell too few', () =>
    expect(readSiteRow(row.slice(1), siteDescription, null)).toMatchObject({
      problem: 'A row has 12 cells, 13 were expected',
    }))
})

test('what may be left out may be left out', () =>
  expect(read({ 2: '', 4: '', 5: '', 10: '', 11: '' })).toMatchObject({
    tender: { respondBy: null, weightLb: null, charge: null, equipment: { tempF: null }, notes: [] },
  }))

test('a state that is not open is not', () =>
  expect(read({ 1: 'Taken back' })).toMatchObject({ open: false, withdrawn: true }))

test('columns that moved, came or went are noticed', () => {
  const { heads } = siteDescription
  expect(
    headsProblem(
      heads.map((head) => ` ${head.toUpperCase()} `),
      siteDescription,
    ),
  ).toBeNull()
  expect(headsProblem([...heads.slice(0, 4), 'Pays', 'Pounds', ...heads.slice(6)], siteDescription)).toBe(
    'Column 5 is headed “Pays”, “Pounds” was expected',
  )
  expect(headsProblem(heads.slice(0, 12), siteDescription)).toBe('Column 13 is headed “nothing”, “” was expected')
  expect(headsProblem([...heads, 'Mode'], siteDescription)).toBe('There is a column more than expected: “Mode”')
  expect(headsProblem([], siteDescription)).toBe('The list of tenders is not on the page')
})
