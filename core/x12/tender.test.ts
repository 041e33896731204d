import { describe, expect, test } from 'vitest'
import { readTender } from './read-tender'
import { changed, type SampleSet, tenderSegments } from './testing'
import type { Segment } from './x12'

const _tender = (segments: Segment[] = tenderSegments): SampleSet => ({ type: '204', segments })

describe('a tender', () => {
  const read = (segments: Segment[]) => readTender([['ST', '204', '0001'], ...segments, ['SE', '0', '0001']])
  test('has its stops, windows, references, equipment and charge', () => {
    expect(read(tenderSegments)).toMatchObject({
      purpose: 'original',
      scac: 'PLRK',
      shipmentId: 'SM778812',
      respondBy: '2026-11-27T14:30',
      respondByZone: 'MT',
      billing: 'prepaid',
      charge: { amount: '2880.00', currency: 'USD' },
      weightLb: 42_300,
      pieces: 22,
      hazmat: false,
      equipment: { kind: 'reefer', code: 'RT', lengthFt: 53, tempF: { min: 36, max: 36 } },
      references: [{ qualifier: 'PO', value: 'PO5518' }],
      notes: ['Call before arrival'],
      parties: [{ role: 'bill_to', name: 'Snowmelt Potato Growers', code: 'SNOW01', city: 'Idaho Falls' }],
      stops: [
        {
          sequence: 1,
          reason: 'load',
          name: 'Shed 4',
          code: 'S4',
          address: ['77 Grain St'],
          city: 'Twin Falls',
          earliest: '2026-11-30T08:00',
          latest: '2026-11-30T11:00',
          weightLb: 42_300,
          references: [{ qualifier: 'PU', value: 'PU77' }],
          contact: { name: 'Ada Finch', phone: '2085550101' },
        },
        { sequence: 2, reason: 'unload', name: 'Harrow DC', earliest: '2026-12-01T08:00', latest: '2026-12-02T16:00' },
      ],
      alsoSaid: ['N3*12 Canal Rd'],
    })
  })
  test.each([
    ['00', 'original'],
    ['01', 'cancel'],
    ['04', 'change'],
    ['05', 'change'],
    ['06', 'confirmation'],
  ])('purpose %s is %s', (code, purpose) => expect(read(changed(1, ['B2A', code])).purpose).toBe(purpose))
  test.each([
    ['CL', 'load'],
    ['LD', 'load'],
    ['PL', 'part_load'],
    ['CU', 'unload'],
    ['UL', 'unload'],
    ['PU', 'part_unload'],
    ['DR', 'other'],
  ])('stop reason %s is %s', (code, reason) =>
    expect(read(changed(10, ['S5', '1', code])).stops[0]!.reason).toBe(reason),
  )
  test.each<[string, string[][], string | null, string | null]>([
    ['an appointment', [['69', '20261130', 'U', '0900']], '2026-11-30T09:00', '2026-11-30T09:00'],
    ['a day', [['10', '20261130']], '2026-11-30T00:00', '2026-11-30T23:59'],
    ['no earlier than', [['37', '20261130', 'I', '0900']], '2026-11-30T09:00', null],
    [
      'over midnight at the year’s end',
      [
        ['53', '20261231', 'G', '2200'],
        ['54', '20270101', 'L', '0200'],
      ],
      '2026-12-31T22:00',
      '2027-01-01T02:00',
    ],
    [
      'latest given first',
      [
        ['54', '20261201', 'L', '1600'],
        ['53', '20261201', 'G', '0700'],
      ],
      '2026-12-01T07:00',
      '2026-12-01T16:00',
    ],
  ])('a window: %s', (_, dates, earliest, latest) => {
    const stop = read([['S5', '1', 'CL'], ...dates.map((date) => ['G62', ...date])]).stops[0]!
    expect([stop.earliest, stop.latest]).toEqual([earliest, latest])
  })
  test('kilograms become pounds, Celsius Fahrenheit, and what is loaded is summed where nobody told the whole', () => {
    const found = read([
      ['N7', '', 'X', '', '', '', '', '', '', '', '', 'RT'],
      ['MEA', '', 'TC', '', 'CE', '-20', '-18'],
      ['S5', '1', 'CL', '1000', 'K', '4'],
      ['S5', '2', 'PL', '500', 'L', '2'],
      ['S5', '3', 'CU', '1500', 'L'],
    ])
    expect(found).toMatchObject({ weightLb: 2704.6, pieces: 6, equipment: { tempF: { min: -4, max: -0.4 } } })
  })
  test('dangerous goods are reported, and nothing of what was said is lost', () => {
    const extra = [
      ['L5', '1', 'Paint'],
      ['AT8', 'G', 'L', '400'],
      ['G61', 'HM', 'Chemtel', 'TE', '2085550199'],
      ['LH1', 'PL', '4', 'UN1263'],
    ]
    const found = read([...tenderSegments.slice(0, 23), ...extra, ...tenderSegments.slice(23)])
    expect(found.hazmat).toBe(true)
    expect(found.commodity).toBe('Paint')
    expect(found.stops[1]!.notes).toEqual([])
    expect(found.alsoSaid).toContain('LH1*PL*4*UN1263')
  })
})
