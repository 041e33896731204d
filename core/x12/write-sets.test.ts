import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { groupOfSet, type SetId } from './grammar/sets'
import { inspect } from './inspect'
import { readAcknowledgement, readFields, traceFields } from './read-sets'
import { tenderSegments } from './testing'
import { visible } from './visible'
import { invoiceSegments, responseSegments, statusSegments } from './write-sets'
import { withoutDelimiters, writeInterchange } from './writer'
import type { Segment } from './x12'

const delimiters = { element: '*', component: '>', repetition: null, segment: '~' }

/** What the inspector says of a set that we wrote. */
function verdictOn(type: SetId, segments: Segment[], version = '004010') {
  const clean = segments.map((segment) => segment.map((element) => withoutDelimiters(element, delimiters)))
  const party = { qualifier: 'ZZ', id: 'PLOVERROOK', group: 'PLOVERROOK' }
  const [report] = inspect(
    writeInterchange(
      {
        delimiters,
        version: `00${version.slice(1, 4)}`,
        groupVersion: version,
        usage: 'P',
        sender: party,
        receiver: party,
        control: '7',
        groupType: groupOfSet[type],
        groupControl: '7',
        date: '20261127',
        time: '0930',
      },
      [{ type, control: '0001', segments: clean }],
    ),
  )
  return report!.groups[0]!.transactions[0]!
}

describe('990', () => {
  test('a yes, a no with its reason', () => {
    expect(responseSegments({ scac: 'PLRK', shipmentId: 'SM1', date: '20261127', accept: true, remarks: [] })).toEqual([
      ['B1', 'PLRK', 'SM1', '20261127', 'A'],
    ])
    const no = responseSegments({
      scac: 'PLRK',
      shipmentId: 'SM1',
      date: '20261127',
      accept: false,
      remarks: ['T7 Not enough time to deliver', 'If it may be picked up at six in the morning we could'],
    })
    expect(no.slice(1)).toEqual([
      ['K1', 'T7 Not enough time to deliver', 'If it may be picked up at six'],
      ['K1', 'in the morning we could'],
    ])
    expect(verdictOn('990', no)).toMatchObject({ verdict: 'A', faults: [] })
  })
  test('whatever the remark, it is a valid set', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), fc.boolean(), (remark, accept) => {
        expect(
          verdictOn(
            '990',
            responseSegments({
              scac: 'PLRK',
              shipmentId: 'SM1',
              date: '20261127',
              accept,
              remarks: [withoutDelimiters(remark, delimiters)],
            }),
          ).verdict,
        ).not.toBe('R')
      }),
    ))
})

const status = {
  loadNumber: 'PR-20001',
  shipmentId: 'SM1',
  scac: 'PLRK',
  code: 'X3',
  reason: 'NS',
  isAppointment: false,
  atLocal: '2026-11-27T09:30',
  stop: 1,
  city: 'Twin Falls',
  region: 'ID',
  country: 'US',
  truckNumber: 'T118',
}

test('214: a status, and an appointment in its own place', () => {
  expect(statusSegments(status)).toEqual([
    ['B10', 'PR-20001', 'SM1', 'PLRK'],
    ['LX', '1'],
    ['AT7', 'X3', 'NS', '', '', '20261127', '0930', 'LT'],
    ['MS1', 'Twin Falls', 'ID', 'US'],
    ['MS2', 'PLRK', 'T118'],
    ['L11', '1', 'QN'],
  ])
  expect(statusSegments({ ...status, isAppointment: true, code: 'AA' })[2]).toEqual([
    'AT7',
    '',
    '',
    'AA',
    'NS',
    '20261127',
    '0930',
    'LT',
  ])
  for (const isAppointment of [true, false])
    expect(verdictOn('214', statusSegments({ ...status, isAppointment, truckNumber: null }))).toMatchObject({
      verdict: 'A',
      faults: [],
    })
})

test.each(['003040', '003060', '004010', '004030', '005010'])(
  'in %s dates are written as that version writes them',
  (version) => {
    expect(verdictOn('214', statusSegments(status), version)).toMatchObject({ verdict: 'A', faults: [] })
    expect(
      verdictOn(
        '990',
        responseSegments({ scac: 'PLRK', shipmentId: 'SM1', date: '20261127', accept: true, remarks: [] }),
        version,
      ),
    ).toMatchObject({ verdict: 'A', faults: [] })
    expect(
      verdictOn(
        '210',
        invoiceSegments({ ...invoice, lines: [{ code: '400', words: 'Line haul', amountMinor: 5 }] }),
        version,
      ),
    ).toMatchObject({ verdict: 'A', faults: [] })
  },
)

const party = (name: string) => ({
  name,
  code: 'C1',
  street: '12 Canal Rd',
  city: 'Twin Falls',
  region: 'ID',
  postal: '83301',
  country: 'US',
})
const invoice = {
  number: 'PR-20001',
  shipmentId: 'SM1',
  scac: 'PLRK',
  currency: 'USD',
  invoicedOn: '2026-11-27',
  deliveredOn: '2026-11-26',
  billTo: party('Snowmelt Potato Growers'),
  shipper: party('Shed 4'),
  consignee: { ...party('Harrow DC'), code: null, street: '', postal: '' },
  references: [{ qualifier: 'PO', value: 'PO5518' }],
  weightLb: 42_300,
  description: 'Seed potatoes',
}

test('210: the lines come to the whole, whatever they are, and the set is valid', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          code: fc.constantFrom('400', '405', 'DET'),
          words: fc.constantFrom('Line haul', 'Fuel surcharge'),
          amountMinor: fc.integer({ min: 1, max: 9_000_000 }),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      (lines) => {
        const segments = invoiceSegments({ ...invoice, lines })
        const total = String(lines.reduce((sum, { amountMinor }) => sum + amountMinor, 0))
        expect([segments.find(([id]) => id === 'B3')![7], segments.at(-1)![5]]).toEqual([total, total])
        expect(verdictOn('210', segments)).toMatchObject({ verdict: 'A', faults: [] })
      },
    ),
  ))

test('997: verdicts and their reasons, set by set', () => {
  expect(
    readAcknowledgement([
      ['AK1', 'GF', '12'],
      ['AK2', '990', '0001'],
      ['AK5', 'A'],
      ['AK2', '990', '0002'],
      ['AK3', 'B1', '2', '', '8'],
      ['AK4', '2', '', '1'],
      ['AK5', 'R', '5'],
      ['AK9', 'P', '2', '2', '1'],
    ]),
  ).toEqual({
    groupType: 'GF',
    groupControl: '12',
    verdict: 'P',
    sets: [
      { type: '990', control: '0001', verdict: 'A', note: '' },
      { type: '990', control: '0002', verdict: 'R', note: 'B1 at 2, code 8; element 2, code 1; set code 5' },
    ],
  })
})

describe('which bytes a field was read from', () => {
  const set: Segment[] = [['ST', '204', '0001'], ...tenderSegments, ['SE', '30', '0001']]
  const traced = traceFields('204', set)
  const bytesOf = (name: string) =>
    traced.find((each) => each.name === name)!.from.map(({ segment, element }) => set[segment]![element])
  test.each([
    ['shipment id', ['SM778812']],
    ['charge amount', ['288000']],
    ['respond by', ['20261127', '1430']],
    ['stops 1 city', ['Twin Falls']],
    ['stops 1 earliest', ['20261130', '0800']],
    ['equipment kind', ['RT']],
    ['weight lb', ['42300', 'L']],
  ])('%s', (name, bytes) => expect(bytesOf(name)).toEqual(expect.arrayContaining(bytes)))
  test('every field that is read has bytes, save for a purpose that is taken for the original where nothing is said', () => {
    expect(traced.filter(({ from }) => from.length === 0).map(({ name }) => name)).toEqual(['purpose'])
  })
  test('sets that we do not read have no fields', () => expect(readFields('856', [['BSN', '00', '1']])).toEqual([]))
  test('of two alike elements each keeps its own', () => {
    const lines = traceFields('210', [
      ['L5', '1', 'Potatoes'],
      ['L1', '1', '', '', '100', '', '', '', '400'],
      ['L1', '2', '', '', '50', '', '', '', 'DET'],
    ])
    expect(lines.find(({ name }) => name === 'charge in cents')!.from).toEqual([{ segment: 1, element: 4 }])
    expect(lines.find(({ name }) => name === 'charge in cents 2')!.from).toEqual([{ segment: 2, element: 4 }])
  })
})

test('control characters can be seen', () => expect(visible('a\x1db\n')).toBe('a[GS]b[LF]'))
