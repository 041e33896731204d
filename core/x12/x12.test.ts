import { describe, expect, test } from 'vitest'
import { segmentSpecs, setMembers } from './grammar/grammar'
import { setIds } from './grammar/sets'
import { inspect } from './inspect'
import { notX12 } from './not-x12'
import { changed, habits, reads, rewritten, sampleFile, tender, tenderSegments } from './testing'
import type { Segment } from './x12'

const faultsOf = (text: string) =>
  inspect(text)[0]!.groups[0]!.transactions[0]!.faults.map(({ segment, position, element, code }) => [
    segment,
    position,
    element,
    code,
  ])

const verdictsOf = (text: string) =>
  inspect(text).flatMap(({ groups }) =>
    groups.flatMap(({ transactions }) => transactions.map(({ verdict }) => verdict)),
  )

describe('the grammar', () => {
  test('every segment that a set names has its elements, and their relations name elements it has', () => {
    for (const set of setIds)
      for (const code of setMembers[set])
        expect(segmentSpecs.has(code), `${set} ${String.fromCharCode(code >> 16, (code >> 8) & 255, code & 255)}`).toBe(
          true,
        )
    expect(segmentSpecs.size).toBeGreaterThan(60)
    for (const { id, elements, relations } of segmentSpecs.values())
      for (const relation of relations) expect(Math.max(...relation.elements), id).toBeLessThanOrEqual(elements.length)
  })
})

describe('a valid tender', () => {
  test.each(habits)('with delimiters %j is accepted, and written back to the byte', (habit) => {
    const text = sampleFile([tender()], habit)
    expect(inspect(text)).toMatchObject([
      {
        sender: { id: 'SNOWMELT' },
        control: '000000101',
        usage: 'P',
        faults: [],
        groups: [
          {
            type: 'SM',
            faults: [],
            transactions: [{ type: '204', control: '0001', segments: 26, verdict: 'A', faults: [] }],
          },
        ],
      },
    ])
    expect(rewritten(text)).toBe(text)
  })
  test.each([1, 2, 7, 64, 105, 106, 107])('read in pieces of %d bytes it is the same', (length) => {
    const text = sampleFile([tender(), { ...tender(), control: '0002' }], habits[1])
    expect(rewritten(text, length)).toBe(text)
    expect(reads(text, length).map(({ report, segments }) => [report.verdict, segments.length])).toEqual([
      ['A', 26],
      ['A', 26],
    ])
  })
  test.each(['004010', '005010', '004060'])('of version %s', (version) =>
    expect(verdictsOf(sampleFile([tender()], habits[0], { version }))).toEqual(['A']),
  )
  test('before 004010 dates have two-digit years', () => {
    const short = tenderSegments.map(([id, ...rest]) =>
      id === 'G62' ? [id, rest[0]!, rest[1]!.slice(2), ...rest.slice(2)] : [id!, ...rest],
    )
    expect(verdictsOf(sampleFile([tender(short)], habits[0], { version: '003040' }))).toEqual(['A'])
    expect(verdictsOf(sampleFile([tender()], habits[0], { version: '003040' }))).toEqual(['R'])
  })
  test('bytes outside of ASCII are kept', () => {
    const text = sampleFile([tender(changed(5, ['NTE', '', 'Mu\xc3\xb1oz \xe9 \xff']))])
    expect(verdictsOf(text)).toEqual(['A'])
    expect(rewritten(text)).toBe(text)
  })
})

describe('faults of a set, by the codes of a 997', () => {
  test.each<[string, Segment[], unknown[]]>([
    ['a mandatory segment missing', changed(0, null), [['B2', 2, null, '3']]],
    ['no stop at all', tenderSegments.filter((_, at) => at < 10 || at === 23), [['S5', 12, null, '3']]],
    ['a segment nobody knows', changed(2, ['QQQ', 'x'], true), [['QQQ', 4, null, '1']]],
    ['a segment of another set', changed(2, ['AT7', 'X1', 'NS'], true), [['AT7', 4, null, '6']]],
    ['a segment out of its sequence', changed(9, ['G62', '10', '20261130'], true), [['G62', 11, null, '7']]],
    ['a segment too often', changed(1, ['B2A', '00'], true), [['B2A', 4, null, '5']]],
    [
      'a loop too often',
      [
        ...tenderSegments.slice(0, 9),
        ...Array.from({ length: 10 }, () => ['N1', 'BT', 'Again']),
        ...tenderSegments.slice(9),
      ],
      [['N1', 20, null, '4']],
    ],
    ['a mandatory element missing', changed(0, ['B2', '', 'PLRK', '', 'SM778812']), [['B2', 2, 6, '1']]],
    ['a code that is none', changed(1, ['B2A', '99']), [['B2A', 3, 1, '7']]],
    ['a stop reason that is none', changed(10, ['S5', '1', 'XX']), [['S5', 12, 2, '7']]],
    ['a day that is none', changed(3, ['G62', '64', '20260230', '1', '1430']), [['G62', 5, 2, '8']]],
    ['29 February of a year that has none', changed(3, ['G62', '64', '21000229']), [['G62', 5, 2, '8']]],
    ['a time that is none', changed(3, ['G62', '64', '20261127', '1', '2460']), [['G62', 5, 4, '9']]],
    ['letters in a number', changed(10, ['S5', 'A', 'CL']), [['S5', 12, 1, '6']]],
    ['half a pair', changed(3, ['G62', '64']), [['G62', 5, 2, '2']]],
    [
      'neither of two of which one must be',
      changed(2, ['L11', '', 'PO']),
      [
        ['L11', 4, 1, '2'],
        ['L11', 4, 1, '2'],
      ],
    ],
    ['more elements than there are', changed(1, ['B2A', '00', 'LT', 'x']), [['B2A', 3, 3, '3']]],
    ['a mandatory element too long', changed(10, ['S5', '1234', 'CL']), [['S5', 12, 1, '5']]],
    ['a mandatory element too short', changed(4, ['MS3', 'P', 'B']), [['MS3', 6, 1, '4']]],
  ])('%s', (_, segments, expected) => {
    const text = sampleFile([tender(segments)])
    expect(faultsOf(text)).toEqual(expected)
    expect(verdictsOf(text)).toEqual(['R'])
  })
  test('29 February of a leap year is a day, midnight a time', () =>
    expect(verdictsOf(sampleFile([tender(changed(3, ['G62', '64', '20280229', '1', '0000']))]))).toEqual(['A']))
  test('an element that may be missing and is too long is noted, and the set accepted', () => {
    const text = sampleFile([tender(changed(7, ['N3', '12 Canal Rd', 'x'.repeat(60)]))])
    expect([faultsOf(text), verdictsOf(text)]).toEqual([[['N3', 9, 2, '5']], ['E']])
  })
  test('SE: a wrong count, another control number, none at all', () => {
    expect(faultsOf(sampleFile([{ ...tender(), statedCount: '25' }]))).toEqual([['SE', 26, 1, '4']])
    expect(faultsOf(sampleFile([tender()]).replace('SE*26*0001', 'SE*26*0009'))).toEqual([['SE', 26, 2, '3']])
    expect(faultsOf(sampleFile([{ ...tender(), trailer: false }]))).toEqual([['SE', 26, null, '2']])
  })
  test('a fault rejects its own set and no other', () =>
    expect(
      verdictsOf(
        sampleFile([
          tender(),
          { ...tender(changed(0, null)), control: '0002' },
          { ...tender(), control: '0003' },
          { ...tender(), control: '0004', trailer: false },
          { ...tender(), control: '0005' },
        ]),
      ),
    ).toEqual(['A', 'R', 'A', 'R', 'A']))
  test('a fault tells its line, column and byte', () => {
    const text = sampleFile([tender(changed(1, ['B2A', '99']))], habits[1])
    const [fault] = inspect(text)[0]!.groups[0]!.transactions[0]!.faults
    expect(text.slice(fault!.spot.offset, fault!.spot.offset + 2)).toBe('99')
    expect(fault!.spot).toMatchObject({ line: 5, column: 5 })
  })
  test('a set we do not know, and one in the wrong group', () => {
    expect(faultsOf(sampleFile([{ type: '850', segments: [['BEG', '00']] }], habits[0], { group: 'PO' }))).toEqual([
      ['ST', 1, 1, '1'],
    ])
    expect(faultsOf(sampleFile([tender()], habits[0], { group: 'IM' }))).toEqual([['ST', 1, 1, '6']])
  })
})

describe('envelopes', () => {
  const codes = (text: string) =>
    inspect(text).map(({ faults, groups }) => [
      faults.map(({ code }) => code),
      groups.map((group) => group.faults.map(({ code }) => code)),
    ])
  test.each<[string, string, unknown]>([
    ['sets counted wrong', sampleFile([tender()], habits[0], { sets: '2' }), [[[], [['5']]]]],
    ['groups counted wrong', sampleFile([tender()], habits[0], { groups: '3' }), [[['021'], [[]]]]],
    ['group control numbers that differ', sampleFile([tender()]).replace('GE*1*101', 'GE*1*102'), [[[], [['4']]]]],
    [
      'interchange control numbers that differ',
      sampleFile([tender()]).replace('IEA*1*000000101', 'IEA*1*000000109'),
      [[['001'], [[]]]],
    ],
    ['no GE', sampleFile([tender()]).replace('GE*1*101~', ''), [[[], [['3']]]]],
    ['cut off', sampleFile([tender()]).slice(0, 600), [[['023'], [['3']]]]],
    ['a group of an unknown kind', sampleFile([], habits[0], { group: 'ZZ' }), [[[], [['1']]]]],
    ['a version nobody has', sampleFile([], habits[0], { version: '009010' }), [[[], [['2']]]]],
  ])('%s', (_, text, expected) => expect(codes(text)).toEqual(expected))
  test('several interchanges, with and without line ends between, each by its own delimiters', () => {
    const text = habits.map((habit, at) => sampleFile([tender()], habit, { control: `00000010${at}` })).join('\r\n')
    expect(inspect(text).map(({ control, delimiters }) => [control, delimiters.element])).toEqual(
      habits.map(({ element }, at) => [`00000010${at}`, element]),
    )
    expect(rewritten(text)).toBe(text)
  })
  test('an interchange that is not closed ends where the next begins', () => {
    const text =
      sampleFile([tender()]).replace(/GE.*/s, '') + sampleFile([tender()], habits[2], { control: '000000102' })
    expect(inspect(text).map(({ control, faults }) => [control, faults.map(({ code }) => code)])).toEqual([
      ['000000101', ['023']],
      ['000000102', []],
    ])
  })
  test.each([
    ['', 'empty'],
    ['%PDF-1.7', 'PDF'],
    ['UNA:+.? ', 'EDIFACT'],
    ['<?xml version="1.0"?>', 'XML'],
    ['<!doctype html><html>', 'web page'],
    ['{"a":1}', 'JSON'],
    ['PK\x03\x04', 'ZIP'],
    ['ST*204*0001~', 'the ISA'],
    ['ISA nothing', 'sixteen elements'],
    ['hello', 'begins with “hello”'],
  ])('%j is no X12, and told to be what it is', (text, word) => {
    expect(inspect(text)).toEqual([])
    expect(notX12(text)).toContain(word)
  })
})
