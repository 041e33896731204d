import { describe, expect, test } from 'vitest'
import type { Tender } from '../tender/tender'
import { inspect } from './inspect'
import { readTender } from './read-tender'
import { sampleFile, tenderSegments } from './testing'
import type { Segment } from './x12'

const read = (...segments: Segment[]): Tender =>
  readTender([['ST', '204', '0001'], ['B2', '', 'PLRK', '', 'SM1', '', 'PP'], ...segments, ['SE', '0', '0001']])
const atStop = (...segments: Segment[]) => read(['S5', '1', 'CL'], ...segments)
const firstStop = (...segments: Segment[]) => atStop(...segments).stops[0]!

describe('what is wanted', () => {
  test.each([
    ['00', 'original'],
    ['01', 'cancel'],
    ['04', 'change'],
    ['05', 'change'],
    ['06', 'confirmation'],
  ])('purpose %s is %s', (code, purpose) => expect(read(['B2A', code]).purpose).toBe(purpose))
  test('a purpose we do not know is taken for an original and said', () => {
    expect(read(['B2A', '77'])).toMatchObject({ purpose: 'original', alsoSaid: ['B2A*77'] })
  })
  test.each([
    ['PP', 'prepaid'],
    ['CC', 'collect'],
    ['TP', 'third_party'],
    ['ZZ', null],
  ])('paid as %s is %s', (code, billing) =>
    expect(readTender([['B2', '', 'PLRK', '', 'SM1', '', code]]).billing).toBe(billing),
  )
  test('what else stands in the head is said, not dropped', () =>
    expect(readTender([['B2', '02', 'PLRK', '', 'SM1', 'K', 'PP']]).alsoSaid).toEqual(['B2*02*PLRK**SM1*K*PP']))
  test('a carrier code in MS3 stands in only where the head has none', () => {
    expect(
      readTender([
        ['B2', '', '', '', 'SM1', '', 'PP'],
        ['MS3', 'PLRK', 'B', '', 'M'],
      ]),
    ).toMatchObject({ scac: 'PLRK', alsoSaid: [] })
    expect(read(['MS3', 'OTHR', 'B', '', 'M']).scac).toBe('PLRK')
    expect(read(['MS3', 'PLRK', 'B', 'Ogden', 'M']).alsoSaid).toEqual(['MS3*PLRK*B*Ogden*M'])
  })
})

describe('by when', () => {
  test.each<[string, Segment, string | null]>([
    ['a day and an hour', ['G62', '64', '20261127', '1', '1430', 'MT'], '2026-11-27T14:30'],
    ['a day alone is its end', ['G62', '64', '20261127'], '2026-11-27T23:59'],
    ['the short year of this century', ['G62', '64', '261127'], '2026-11-27T23:59'],
    ['the short year of the last', ['G62', '64', '991231'], '1999-12-31T23:59'],
    ['a leap day', ['G62', '64', '20280229'], '2028-02-29T23:59'],
    ['29 February of another year', ['G62', '64', '20270229'], null],
    ['31 June', ['G62', '64', '20260631'], null],
    ['month 13', ['G62', '64', '20261301'], null],
    ['no day', ['G62', '64', ''], null],
    ['an hour there is none of', ['G62', '64', '20261127', '1', '2575'], '2026-11-27T23:59'],
  ])('%s', (_, segment, respondBy) => expect(read(segment).respondBy).toBe(respondBy))
  test('a day that cannot be read is said as it came', () =>
    expect(read(['G62', '64', '20260631']).alsoSaid).toEqual(['G62*64*20260631']))
  test('the clock it is reported in is kept', () =>
    expect(read(['G62', '64', '20261127', '1', '1430', 'MT']).respondByZone).toBe('MT'))
})

describe('a stop’s window', () => {
  test.each<[string, Segment[], [string | null, string | null]]>([
    [
      'earliest and latest by their times',
      [
        ['G62', '10', '20261130', 'I', '0800'],
        ['G62', '10', '20261130', 'K', '1100'],
      ],
      ['2026-11-30T08:00', '2026-11-30T11:00'],
    ],
    [
      'by their days',
      [
        ['G62', '37', '20261130'],
        ['G62', '38', '20261201'],
      ],
      ['2026-11-30T00:00', '2026-12-01T23:59'],
    ],
    [
      'latest given first',
      [
        ['G62', '54', '20261202', 'L', '1600'],
        ['G62', '53', '20261201', 'G', '0800'],
      ],
      ['2026-12-01T08:00', '2026-12-02T16:00'],
    ],
    ['an appointment is both ends', [['G62', '69', '20261130', 'U', '0930']], ['2026-11-30T09:30', '2026-11-30T09:30']],
    ['a day without an hour is the whole of it', [['G62', '10', '20261130']], ['2026-11-30T00:00', '2026-11-30T23:59']],
    ['only the end', [['G62', '38', '20261130', 'K', '1100']], [null, '2026-11-30T11:00']],
    [
      'over New Year',
      [
        ['G62', '37', '20261231', 'I', '2200'],
        ['G62', '38', '20270101', 'K', '0200'],
      ],
      ['2026-12-31T22:00', '2027-01-01T02:00'],
    ],
    [
      'given twice, the first counts',
      [
        ['G62', '37', '20261130', 'I', '0800'],
        ['G62', '37', '20261130', 'I', '0900'],
      ],
      ['2026-11-30T08:00', null],
    ],
    ['nothing given', [], [null, null]],
  ])('%s', (_, segments, [earliest, latest]) => expect(firstStop(...segments)).toMatchObject({ earliest, latest }))
  test.each([
    ['CL', 'load'],
    ['LD', 'load'],
    ['CU', 'unload'],
    ['UL', 'unload'],
    ['PL', 'part_load'],
    ['PU', 'part_unload'],
    ['DR', 'other'],
    ['', 'other'],
  ])('reason %s is %s', (code, reason) => expect(read(['S5', '1', code]).stops[0]!.reason).toBe(reason))
  test('a stop without a number has its turn for one', () =>
    expect(read(['S5', '', 'CL'], ['S5', '', 'CU']).stops.map((stop) => stop.sequence)).toEqual([1, 2]))
})

describe('weights and pieces', () => {
  test.each<[string | undefined, string, number | null]>([
    ['L', '42300', 42_300],
    ['', '42300', 42_300],
    ['K', '19187', 42_300.1],
    ['Q', '42300', null],
    ['L', 'heavy', null],
    ['L', '', null],
  ])('unit %s, %s is %s pounds', (unit, weight, pounds) =>
    expect(read(['S5', '1', 'CL', weight, unit ?? '']).stops[0]!.weightLb).toBe(pounds),
  )
  test('the whole is the sum of what is loaded, where nobody tells it', () => {
    const tender = read(
      ['S5', '1', 'CL', '20000', 'L', '10'],
      ['S5', '2', 'PL', '12000', 'L', '6'],
      ['S5', '3', 'CU', '32000', 'L', '16'],
    )
    expect(tender).toMatchObject({ weightLb: 32_000, pieces: 16 })
  })
  test('but not where one pickup keeps its weight to itself', () =>
    expect(read(['S5', '1', 'CL', '20000', 'L', '10'], ['S5', '2', 'CL', '', '', '4']).weightLb).toBeNull())
  test('what L3 tells of the whole stands before the sum', () => {
    expect(
      read(
        ['S5', '1', 'CL', '20000', 'L', '10'],
        ['L3', '21000', 'G', '', '', '288000', '', '', '', '', '', '11', 'L'],
      ),
    ).toMatchObject({ weightLb: 21_000, pieces: 11, charge: { amount: '2880.00', currency: 'USD' } })
  })
  test.each([
    ['288000', '2880.00'],
    ['5', '0.05'],
    ['50', '0.50'],
    ['-1500', '-15.00'],
    ['000', '0.00'],
  ])('%s hundredths are %s', (cents, amount) =>
    expect(read(['L3', '', '', '', '', cents]).charge).toEqual({ amount, currency: 'USD' }),
  )
  test('a charge that is no whole number of cents is none', () =>
    expect(read(['L3', '', '', '', '', '28.80']).charge).toBeNull())
  test('the currency is the one told before', () =>
    expect(read(['C3', 'CAD'], ['L3', '', '', '', '', '100']).charge).toEqual({ amount: '1.00', currency: 'CAD' }))
  test('pieces of a stop come from AT8 where S5 has none', () => {
    expect(firstStop(['AT8', 'G', 'L', '900', '4'])).toMatchObject({ weightLb: 900, pieces: 4 })
    expect(read(['AT8', 'G', 'L', '900', '4']).alsoSaid).toEqual(['AT8*G*L*900*4'])
  })
})

describe('the truck', () => {
  test.each<[Segment, object]>([
    [
      ['N7', '', '', '', '', '', '', '', '', '', '', 'RT', '', '36F', '', '5300'],
      { code: 'RT', kind: 'reefer', lengthFt: 53, tempF: { min: 36, max: 36 } },
    ],
    [
      ['N7', '', '', '', '', '', '', '', '', '', '', 'TF', '', '', '', '4806'],
      { code: 'TF', lengthFt: 48.5, tempF: null },
    ],
    [
      ['N7', '', '', '', '', '', '', '', '', '', '', 'RT', '', '-18C', '', '05300'],
      { lengthFt: 53, tempF: { min: -0.4, max: -0.4 } },
    ],
    [['N7', '', '', '', '', '', '', '', '', '', '', 'QQ'], { code: 'QQ', kind: null }],
    [['N7', '', '', '', '', '', '', '', '', '', '', 'RT', '', 'cold', '', 'long'], { tempF: null, lengthFt: null }],
  ])('%o', (segment, equipment) => expect(read(segment).equipment).toMatchObject(equipment))
  test.each<[string, Segment, { min: number; max: number } | null]>([
    ['a range in Celsius', ['MEA', 'TE', 'TMP', '', 'CE', '2', '4'], { min: 35.6, max: 39.2 }],
    ['a range in Fahrenheit', ['MEA', 'TE', 'TMP', '', 'FA', '34', '38'], { min: 34, max: 38 }],
    ['one figure', ['MEA', 'TE', 'TMP', '36', 'FA'], { min: 36, max: 36 }],
    ['no unit, but a temperature', ['MEA', 'TE', 'TMP', '36'], { min: 36, max: 36 }],
    ['no figure', ['MEA', 'TE', 'TMP', '', 'FA'], null],
    ['a length', ['MEA', 'PD', 'LN', '53', 'FT'], null],
  ])('%s', (_, segment, tempF) => {
    expect(read(segment).equipment.tempF).toEqual(tempF)
    expect(read(segment).alsoSaid).toHaveLength(tempF === null ? 1 : 0)
  })
  test('set points given twice are the range of both', () =>
    expect(read(['MEA', 'TE', 'TMP', '34', 'FA'], ['MEA', 'TE', 'TMP', '38', 'FA']).equipment.tempF).toEqual({
      min: 34,
      max: 38,
    }))
  test('a hazardous name is the commodity, be it LH3 or L5; other freight described is a note', () => {
    expect(read(['LH3', 'PAINT, FLAMMABLE', 'P'])).toMatchObject({
      hazmat: true,
      commodity: 'PAINT, FLAMMABLE',
      notes: [],
      alsoSaid: [],
    })
    expect(read(['L5', '1', 'SULFURIC ACID'], ['LH1', 'PL', '4', 'UN1830'])).toMatchObject({
      hazmat: true,
      commodity: 'SULFURIC ACID',
      notes: [],
    })
    expect(read(['L5', '1', 'SEED POTATOES'])).toMatchObject({
      hazmat: false,
      commodity: null,
      notes: ['SEED POTATOES'],
    })
  })
  test('LH2 tells units and temperatures in pairs from the sixth element on', () => {
    const segment = ['LH2', '3', 'P', '', '', '', 'FA', '73', 'CE', '30', 'FA', '120']
    expect(read(segment).notes).toEqual(['flash point 73 F', 'control temperature 30 C', 'emergency temperature 120 F'])
    expect(read(segment).equipment.tempF).toBeNull()
    expect(
      inspect(
        sampleFile([
          {
            type: '204',
            segments: [
              ...tenderSegments.slice(0, 18),
              ['L5', '1', 'PAINT'],
              ['AT8', 'G', 'L', '400'],
              ['LH1', 'PL', '4', 'UN1263'],
              segment,
              ...tenderSegments.slice(18),
            ],
          },
        ]),
      )[0]!.groups[0]!.transactions[0]!.faults.filter((fault) => fault.segment === 'LH2' && fault.level === 'element'),
    ).toEqual([])
  })
  test.each([
    ['34-36F', { min: 34, max: 36 }],
    ['36F', { min: 36, max: 36 }],
    ['-10F', { min: -10, max: -10 }],
    ['36/34', { min: 34, max: 36 }],
    ['2-4C', { min: 35.6, max: 39.2 }],
    ['-5--2', { min: -5, max: -2 }],
  ])('N713 %s has two ends', (text, tempF) =>
    expect(read(['N7', '', 'NEW', '', '', '', '', '', '', '', '', 'RT', '', text]).equipment.tempF).toEqual(tempF),
  )
  test('the fifth quantity of AT8 is the pieces, the fourth stands for them where it is alone', () => {
    expect(atStop(['AT8', 'G', 'L', '400', '2', '48']).stops[0]).toMatchObject({
      pieces: 48,
      notes: ['2 handling units'],
    })
    expect(atStop(['AT8', 'G', 'L', '400', '', '48']).stops[0]).toMatchObject({ pieces: 48, notes: [] })
    expect(atStop(['AT8', 'G', 'L', '400', '22']).stops[0]).toMatchObject({ pieces: 22, notes: [] })
  })
  test.each(['LH1', 'LH2', 'LH6', 'LFH', 'LHT'])('%s means hazardous, and its words are said', (id) =>
    expect(read([id, 'UN1993'])).toMatchObject({ hazmat: true, alsoSaid: [`${id}*UN1993`] }),
  )
  test('a handling code can mean it too', () => {
    expect(read(['AT5', 'HM', '', 'Keep upright'])).toMatchObject({ hazmat: true, notes: ['Keep upright'] })
    expect(read(['AT5', 'FR', '', 'Fragile'])).toMatchObject({ hazmat: false, notes: ['Fragile'] })
  })
})

describe('who and where', () => {
  test('the first name at a stop is the stop’s, the next a party of the load', () => {
    const tender = atStop(
      ['N1', 'SF', 'Shed 4', '93', 'S4'],
      ['N3', '77 Grain St', 'Gate 2'],
      ['N4', 'Twin Falls', 'ID', '83301'],
      ['N1', 'BY', 'Otter Foods'],
      ['N4', 'Boise', 'ID'],
    )
    expect(tender.stops[0]).toMatchObject({
      name: 'Shed 4',
      code: 'S4',
      address: ['77 Grain St', 'Gate 2'],
      city: 'Twin Falls',
      country: 'US',
    })
    expect(tender.parties.at(-1)).toMatchObject({ name: 'Otter Foods', city: 'Boise' })
  })
  test.each([
    ['USA', '', 'US'],
    ['CAN', '', 'CA'],
    ['MEX', '', 'MX'],
    ['', '83301', 'US'],
    ['', '83301-1234', 'US'],
    ['', 'T2P 1J9', 'CA'],
    ['', '64000', 'US'],
    ['DE', '', 'DE'],
    ['', 'X', null],
  ])('country %s with postal code %s is %s', (code, postal, country) =>
    expect(firstStop(['N1', 'SF', 'Shed 4'], ['N4', 'Town', 'ST', postal, code]).country).toBe(country),
  )
  test('a longer name goes on in N2; before any name it is only said', () => {
    expect(firstStop(['N1', 'SF', 'Shed 4'], ['N2', 'North', 'Door 3']).name).toBe('Shed 4 North Door 3')
    expect(read(['N2', 'North']).alsoSaid).toEqual(['N2*North'])
  })
  test('one telephone is the contact; a second, or a mail address, is said', () => {
    const tender = atStop(
      ['N1', 'SF', 'Shed 4'],
      ['G61', 'IC', 'Ada Finch', 'TE', '2085550101'],
      ['G61', 'IC', 'Bo Wren', 'TE', '2085550102'],
    )
    expect(tender.stops[0]!.contact).toEqual({ name: 'Ada Finch', phone: '2085550101' })
    expect(tender.alsoSaid).toEqual(['G61*IC*Bo Wren*TE*2085550102'])
    const byMail = atStop(['N1', 'SF', 'Shed 4'], ['G61', 'IC', 'Ada Finch', 'EM', 'ada@shed.example'])
    expect(byMail.stops[0]!.contact).toEqual({ name: 'Ada Finch', phone: '' })
    expect(byMail.alsoSaid).toEqual(['G61*IC*Ada Finch*EM*ada@shed.example'])
  })
  test('a contact without a number is a name, and a later segment brings the number', () => {
    expect(atStop(['N1', 'SF', 'Shed 4'], ['G61', 'IC', 'Ada Finch']).stops[0]!.contact).toEqual({
      name: 'Ada Finch',
      phone: '',
    })
    expect(atStop(['N1', 'SF', 'Shed 4'], ['N2', 'ATTN: Ada Finch']).stops[0]).toMatchObject({
      name: 'Shed 4',
      contact: { name: 'Ada Finch', phone: '' },
    })
    expect(atStop(['N1', 'SF', 'Shed 4'], ['N2', 'Building C']).stops[0]).toMatchObject({
      name: 'Shed 4 Building C',
      contact: null,
    })
    expect(
      atStop(['N1', 'SF', 'Shed 4'], ['G61', 'IC', 'Ada Finch'], ['G61', 'IC', 'Ada Finch', 'TE', '2085550101'])
        .stops[0]!.contact,
    ).toEqual({ name: 'Ada Finch', phone: '2085550101' })
  })
})

describe('numbers and words', () => {
  test('stand with the stop after its S5, with the whole before', () => {
    const tender = read(
      ['L11', 'PO5518', 'PO'],
      ['NTE', '', 'Call first'],
      ['S5', '1', 'CL', '', '', '', '', '', '', 'Dock 9'],
      ['N9', 'DO', 'D77'],
      ['K1', 'Back in', 'only'],
    )
    expect(tender.references).toEqual([{ qualifier: 'PO', value: 'PO5518' }])
    expect(tender.notes).toEqual(['Call first'])
    expect(tender.stops[0]).toMatchObject({
      references: [{ qualifier: 'DO', value: 'D77' }],
      notes: ['Dock 9', 'Back in only'],
    })
  })
  test('a number that is only described is its description; with both the words become a note', () => {
    expect(read(['L11', '', 'ZZ', 'Seal at dock']).references).toEqual([{ qualifier: 'ZZ', value: 'Seal at dock' }])
    expect(read(['L11', 'A1', 'ZZ', 'Seal at dock'])).toMatchObject({
      references: [{ qualifier: 'ZZ', value: 'A1' }],
      notes: ['Seal at dock'],
    })
  })
  test('orders of a stop give their numbers, their weight and, unless counted in pounds, their pieces', () => {
    expect(firstStop(['OID', 'O1', 'P1', '', 'PL', '22', 'L', '42300'])).toMatchObject({
      references: [
        { qualifier: 'OI', value: 'O1' },
        { qualifier: 'PO', value: 'P1' },
      ],
      weightLb: 42_300,
      pieces: 22,
    })
    expect(firstStop(['OID', '', 'P1', '', 'LB', '42300', 'L', '42300']).pieces).toBeNull()
    expect(read(['OID', 'O1']).alsoSaid).toEqual(['OID*O1'])
  })
  test('what nobody has a place for is said as it came, without its empty end', () =>
    expect(read(['ZZZ', 'a', '', 'b', '', '']).alsoSaid).toEqual(['ZZZ*a**b']))
  test('pallets are a note', () => expect(atStop(['PLD', '22']).stops[0]!.notes).toEqual(['22 pallets']))
})
