import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { idCode, setOrders } from './grammar/grammar'
import { groupOfSet, type SetId, setIds } from './grammar/sets'
import { inspect } from './inspect'
import { Order } from './order'
import { X12Reader } from './reader'
import { habits, sampleFile, tenderSegments } from './testing'
import type { Segment } from './x12'

const status: Segment[] = [
  ['B10', 'PR26004', 'SM778812', 'PLRK'],
  ['L11', 'PO5518', 'PO'],
  ['N1', 'SH', 'Shed 4', '93', 'S4'],
  ['N3', '77 Grain St'],
  ['N4', 'Twin Falls', 'ID', '83301', 'US'],
  ['LX', '1'],
  ['AT7', 'X3', 'NS', '', '', '20261130', '0815', 'LT'],
  ['MS1', 'Twin Falls', 'ID', 'US'],
  ['MS2', 'PLRK', '1204', 'TF'],
  ['L11', '1', 'QN'],
  ['AT8', 'G', 'L', '42300', '22'],
]
const invoice: Segment[] = [
  ['B3', '', 'INV26004', 'SM778812', 'PP', '', '20261203', '288000', '', '20261202', '035', 'PLRK'],
  ['C3', 'USD'],
  ['N9', 'BM', 'BOL77'],
  ['G62', '86', '20261130'],
  ['N1', 'BT', 'Snowmelt Potato Growers'],
  ['N3', '12 Canal Rd'],
  ['N4', 'Idaho Falls', 'ID', '83402'],
  ['N7', '', '1204'],
  ['S5', '1', 'CL'],
  ['N1', 'SF', 'Shed 4'],
  ['N4', 'Twin Falls', 'ID', '83301'],
  ['S5', '2', 'CU'],
  ['N1', 'ST', 'Harrow DC'],
  ['LX', '1'],
  ['L5', '1', 'Seed potatoes'],
  ['L0', '1', '787', 'DM', '42300', 'G', '', '', '22', 'PLT', '', 'L'],
  ['L1', '1', '2.88', 'PM', '226656', '', '', '', '400'],
  ['LX', '2'],
  ['L1', '2', '', '', '61344', '', '', '', 'FUE'],
  ['L3', '42300', 'G', '', '', '288000'],
]
const answer: Segment[] = [
  ['B1', 'PLRK', 'SM778812', '20261127', 'A'],
  ['N9', 'CN', 'PR26004'],
]
const receipt: Segment[] = [
  ['AK1', 'SM', '101'],
  ['AK2', '204', '0001'],
  ['AK3', 'S5', '12', '', '8'],
  ['AK4', '2', '163', '7', 'XX'],
  ['AK4', '1', '', '1'],
  ['AK5', 'R', '5'],
  ['AK2', '204', '0002'],
  ['AK5', 'A'],
  ['AK9', 'P', '2', '2', '1'],
]
const samples: Record<SetId, Segment[]> = {
  '204': tenderSegments,
  '990': answer,
  '214': status,
  '210': invoice,
  '997': receipt,
}

const verdict = (type: SetId, segments: Segment[]) => {
  const report = inspect(sampleFile([{ type, segments }], habits[0], { group: groupOfSet[type] }))[0]!.groups[0]!
    .transactions[0]!
  return {
    verdict: report.verdict,
    faults: report.faults.map(
      ({ segment, element, code }) => `${segment}${element === null ? '' : String(element).padStart(2, '0')} ${code}`,
    ),
  }
}

describe('each set', () => {
  test.each(setIds)('a plain %s is accepted', (type) =>
    expect(verdict(type, samples[type])).toEqual({ verdict: 'A', faults: [] }),
  )
  test.each(setIds)('a %s without its second segment is rejected: it must be there', (type) =>
    expect(verdict(type, samples[type].slice(1))).toMatchObject({
      verdict: 'R',
      faults: expect.arrayContaining([`${samples[type][0]![0]} 3`]),
    }),
  )
  test.each<[SetId, string, Segment[], string[]]>([
    [
      '214',
      'a status and an appointment in one',
      status.map((each) => (each[0] === 'AT7' ? ['AT7', 'X3', 'NS', 'AA', 'NA', '20261130'] : each)),
      ['AT703 10'],
    ],
    [
      '214',
      'a time without its day',
      status.map((each) => (each[0] === 'AT7' ? ['AT7', 'X3', 'NS', '', '', '', '0815'] : each)),
      ['AT705 2'],
    ],
    ['214', 'no reference at all', [['B10', '', '', 'PLRK'], ...status.slice(1)], ['B1001 2']],
    [
      '214',
      'a longitude without a latitude',
      status.map((each) => (each[0] === 'MS1' ? ['MS1', '', '', '', '1142700'] : each)),
      ['MS105 2'],
    ],
    [
      '214',
      'twenty statuses are too many for a line',
      [...status.slice(0, 6), ...Array.from({ length: 11 }, () => ['AT7', 'X3', 'NS'])],
      ['AT7 4'],
    ],
    [
      '210',
      'no amount',
      [['B3', '', 'INV26004', '', 'PP', '', '20261203', '', '', '', '', 'PLRK'], ...invoice.slice(1)],
      ['B307 1'],
    ],
    [
      '210',
      'a delivery day without what it is',
      [['B3', '', 'INV26004', '', 'PP', '', '20261203', '1', '', '20261202', '', 'PLRK'], ...invoice.slice(1)],
      ['B310 2'],
    ],
    ['210', 'no line at all', invoice.slice(0, 13), ['LX 3']],
    [
      '210',
      'a quantity without its unit',
      invoice.map((each) => (each[0] === 'L0' ? ['L0', '1', '787'] : each)),
      ['L003 2'],
    ],
    ['990', 'an answer that is none', [['B1', 'PLRK', 'SM778812', '20261127', 'Q']], ['B104 7']],
    ['990', 'no shipment', [['B1', 'PLRK', '', '20261127', 'A']], ['B102 1']],
    [
      '997',
      'a verdict that is none',
      receipt.map((each) => (each[0] === 'AK9' ? ['AK9', 'Z', '2', '2', '1'] : each)),
      ['AK901 7'],
    ],
    [
      '997',
      'an element told of without its segment',
      [receipt[0]!, receipt[1]!, ['AK4', '2', '', '7'], ...receipt.slice(5)],
      ['AK4 7'],
    ],
  ])('%s: %s', (type, _, segments, expected) =>
    expect(verdict(type, segments)).toEqual({ verdict: 'R', faults: expected }),
  )
})

describe('the order of segments', () => {
  /** What a plain reader of the tables says: all places in a row that a segment may take after the ones before it, by trying every way. */
  function naive(type: SetId, ids: string[]): boolean {
    const accepts = (
      places: (typeof setOrders)[SetId],
      at: number,
      count: number,
      rest: string[],
      after: (rest: string[]) => boolean,
    ): boolean => {
      if (at === places.length) return after(rest)
      const place = places[at]!
      const skip = () => (count > 0 || !place.mandatory ? accepts(places, at + 1, 0, rest, after) : false)
      if (rest[0] !== place.id || count >= place.most) return skip()
      const take = place.loop
        ? accepts(place.loop, 1, 0, rest.slice(1), (left) => accepts(places, at, count + 1, left, after))
        : accepts(places, at, count + 1, rest.slice(1), after)
      return take || skip()
    }
    return accepts(setOrders[type], 0, 0, ids, (rest) => rest.length === 0)
  }
  const follows = (type: SetId, ids: string[]): boolean => {
    const order = new Order(setOrders[type])
    return ids.every((id) => {
      const { place, fault, missing } = order.next(idCode(id))
      return place !== null && fault === null && missing.length === 0
    })
  }
  const someIds: Record<SetId, string[]> = {
    '204': ['L11', 'NTE', 'N1', 'N3', 'N4', 'N7', 'S5', 'G62', 'L5', 'AT8', 'OID', 'LAD', 'G61', 'L3'],
    '990': ['N9', 'K1', 'B1'],
    '214': ['L11', 'N1', 'LX', 'AT7', 'MS1', 'K1', 'AT8'],
    '210': ['N9', 'N1', 'N4', 'S5', 'LX', 'L5', 'L1', 'L3'],
    '997': ['AK2', 'AK3', 'AK4', 'AK5', 'AK9'],
  }
  test.each(setIds)('%s: the fast follower says of any sequence what trying every way says', (type) => {
    const head = (
      {
        '204': ['ST', 'B2', 'B2A'],
        '990': ['ST', 'B1'],
        '214': ['ST', 'B10'],
        '210': ['ST', 'B3'],
        '997': ['ST', 'AK1'],
      } as const
    )[type]
    let accepted = 0
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...someIds[type]), { maxLength: 7 }), (ids) => {
        const all = [...head, ...ids, 'SE']
        const expected = naive(type, all)
        if (expected) accepted++
        // A segment that has a place both in a loop and behind it is taken by the loop: that is no fault to either.
        expect(follows(type, all), all.join(' ')).toBe(expected)
      }),
      { numRuns: 1500, seed: 11 },
    )
    expect(accepted).toBeGreaterThan(5)
  })
})

describe('the reader', () => {
  const text = fc.string({ unit: fc.constantFrom(...'ABCZ019 .-/&'), maxLength: 9 })
  test('finds the elements that a plain split finds, in pieces of any size', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...habits),
        fc.array(fc.array(text, { minLength: 1, maxLength: 30 }), { maxLength: 12 }),
        fc.integer({ min: 1, max: 90 }),
        (habit, bodies, piece) => {
          const segments = bodies.map((elements) => ['NTE', ...elements])
          const file = sampleFile([{ type: '204', segments }], habit)
          const found: string[][] = []
          const reader = new X12Reader({ segment: (view) => found.push(view.elements()) })
          for (let at = 0; at < file.length; at += piece) reader.push(file.slice(at, at + piece))
          reader.end()
          // The ISA's last element is its component separator, which a split sees as well.
          expect(found).toEqual(
            file
              .split(habit.segment)
              .map((each) => each.replace(/^[\r\n]+/, '').split(habit.element))
              .slice(0, -1),
          )
        },
      ),
      { numRuns: 400 },
    )
  })
  test('every element knows its byte in the file', () => {
    const file = sampleFile([{ type: '204', segments: tenderSegments }], habits[1])
    const reader = new X12Reader({
      segment: (view) => {
        for (let at = 0; at < view.count; at++) {
          const { offset, line, column } = view.spot(at)
          expect(file.slice(offset, offset + view.lengthOf(at))).toBe(view.element(at))
          expect(file.split('\n')[line - 1]!.slice(column - 1, column - 1 + view.lengthOf(at))).toBe(view.element(at))
        }
      },
    })
    for (let at = 0; at < file.length; at += 97) reader.push(file.slice(at, at + 97))
    reader.end()
  })
  test('a segment that never ends is given up, not gathered', () => {
    const strays: number[] = []
    const reader = new X12Reader({ segment: () => undefined, stray: (each) => strays.push(each.length) })
    reader.push(sampleFile([]).slice(0, 106))
    for (let at = 0; at < 40; at++) reader.push('x'.repeat(100_000))
    reader.end()
    expect(strays.length).toBeGreaterThan(1)
    expect(Math.max(...strays)).toBeLessThan(2_000_000)
  })
})
