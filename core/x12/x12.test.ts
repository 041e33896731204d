import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { acknowledge, respond } from './answer'
import { segmentSpecs, setMembers } from './grammar/grammar'
import { setIds } from './grammar/sets'
import { Inspector, inspect, type TransactionRead } from './inspect'
import { notX12 } from './not-x12'
import { readTender } from './read-tender'
import { changed, habits, type SampleSet, sampleFile, tenderSegments } from './testing'
import { Rewriter } from './writer'
import type { Segment } from './x12'

const tender = (segments: Segment[] = tenderSegments): SampleSet => ({ type: '204', segments })
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
const moment = { date: '20261127', time: '0931' }

function rewritten(text: string, pieceLength = text.length): string {
  let out = ''
  const rewriter = new Rewriter((piece) => (out += piece))
  for (let at = 0; at < text.length; at += pieceLength) rewriter.push(text.slice(at, at + pieceLength))
  rewriter.end()
  return out
}

function reads(text: string, pieceLength = 1 << 20): TransactionRead[] {
  const found: TransactionRead[] = []
  const inspector = new Inspector({ keep: () => true, onTransaction: (read) => found.push(read) })
  for (let at = 0; at < text.length; at += pieceLength) inspector.push(text.slice(at, at + pieceLength))
  inspector.end()
  return found
}

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

describe('answers', () => {
  test('a 997 tells each set’s verdict and faults, is itself valid, and goes back by the same delimiters', () => {
    for (const habit of habits) {
      const [report] = inspect(
        sampleFile(
          [
            tender(),
            { ...tender(changed(1, ['B2A', '99'])), control: '0002' },
            { ...tender(changed(0, null)), control: '0003', statedCount: '9' },
          ],
          habit,
        ),
      )
      const text = acknowledge(report!, moment)!
      const [answer] = inspect(text)
      expect(answer).toMatchObject({
        sender: { id: 'PLOVERROOK' },
        receiver: { id: 'SNOWMELT' },
        delimiters: { element: habit.element, segment: habit.segment },
        faults: [],
        groups: [
          { type: 'FA', sender: 'PLOVERROOK', faults: [], transactions: [{ type: '997', verdict: 'A', faults: [] }] },
        ],
      })
      expect(reads(text)[0]!.segments.slice(1, -1)).toEqual([
        ['AK1', 'SM', '101'],
        ['AK2', '204', '0001'],
        ['AK5', 'A'],
        ['AK2', '204', '0002'],
        ['AK3', 'B2A', '3', '', '8'],
        ['AK4', '1', '', '7', '99'],
        ['AK5', 'R', '5'],
        ['AK2', '204', '0003'],
        ['AK3', 'B2', '2', '', '3'],
        ['AK5', 'R', '4', '5'],
        ['AK9', 'P', '3', '3', '1'],
      ])
    }
  })
  test('acknowledgements are not acknowledged', () => {
    const [report] = inspect(sampleFile([tender()]))
    const [answer] = inspect(acknowledge(report!, moment)!)
    expect(acknowledge(answer!, moment)).toBeNull()
  })
  test('a 990 takes or declines each tender under its number', () => {
    const found = reads(
      sampleFile(
        [tender(), { ...tender(changed(0, ['B2', '', 'PLRK', '', 'SM9', '', 'CC'])), control: '0002' }],
        habits[2],
      ),
    )
    const yes = respond(found, { accept: true }, moment)
    expect(reads(yes).map(({ segments, report }) => [report.type, report.verdict, ...segments[1]!])).toEqual([
      ['990', 'A', 'B1', 'PLRK', 'SM778812', '20261127', 'A'],
      ['990', 'A', 'B1', 'PLRK', 'SM9', '20261127', 'A'],
    ])
    const no = respond(found, { accept: false, reason: 'no | truck\nfree' }, moment)
    expect(reads(no).map(({ report, segments }) => [report.verdict, segments[1]![4], segments[2]])).toEqual([
      ['A', 'D', ['K1', 'no   truck free']],
      ['A', 'D', ['K1', 'no   truck free']],
    ])
  })
})

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

describe('whatever comes', () => {
  const printable = fc.string({
    unit: fc.constantFrom(...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789 .,-/#&()'),
    minLength: 1,
    maxLength: 30,
  })
  test('notes and names of any words come back as they were written', () => {
    fc.assert(
      fc.property(fc.constantFrom(...habits), printable, printable, (habit, words, name) => {
        const text = sampleFile(
          [
            tender([
              ...tenderSegments.slice(0, 5),
              ['NTE', '', words],
              ['N1', 'BT', name, '93', 'C1'],
              ...tenderSegments.slice(9),
            ]),
          ],
          habit,
        )
        const [found] = reads(text)
        expect(found!.segments.find(([id]) => id === 'NTE')).toEqual(['NTE', '', words])
        expect(rewritten(text)).toBe(text)
        if (words.trim() !== '') expect(readTender(found!.segments).notes).toContain(words.trim())
      }),
      { numRuns: 300 },
    )
  })
  test('files mutated a hundred thousand times crash nothing, and one that is accepted is written back to what was read', () => {
    let state = 20_261_127
    const chance = (most: number) => {
      state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
      return Math.floor((state / 4_294_967_296) * most)
    }
    const seeds = habits.map((habit) => sampleFile([tender(), { ...tender(), control: '0002' }], habit))
    const spice = [
      '~',
      '*',
      '\n',
      '\r',
      '>',
      'ISA',
      'IEA*1*1~',
      'ST*204*0009~',
      'SE*1*1~',
      '\x00',
      '\xff',
      '',
      '9',
      'GS*SM~',
      "'",
      '^',
    ]
    let accepted = 0
    for (let turn = 0; turn < 100_000; turn++) {
      let text = seeds[turn % seeds.length]!
      for (let times = chance(3); times >= 0; times--) {
        const at = chance(text.length)
        const kind = chance(4)
        const word = spice[chance(spice.length)]!
        if (kind === 0) text = text.slice(0, at) + word + text.slice(at)
        else if (kind === 1) text = text.slice(0, at) + text.slice(at + 1 + chance(12))
        else if (kind === 2) text = text.slice(0, at) + word + text.slice(at + word.length)
        else text = text.slice(0, at) + text.slice(at, at + chance(90)) + text.slice(at)
      }
      const reports = inspect(text)
      const good =
        reports.length > 0 &&
        reports.every(
          ({ faults, groups }) =>
            faults.length === 0 &&
            groups.every(
              (group) => group.faults.length === 0 && group.transactions.every(({ verdict }) => verdict === 'A'),
            ),
        )
      if (good) {
        accepted++
        expect(rewritten(text), `turn ${turn}`).toBe(text)
      }
      for (const report of reports)
        if (turn % 10 === 0)
          expect(inspect(acknowledge(report, moment) ?? '').flatMap(({ faults }) => faults)).toEqual([])
    }
    expect(accepted).toBeGreaterThan(2000)
  }, 60_000)
})

describe('what is broken is answered as far as it is known', () => {
  const whole = sampleFile([tender()])
  const answerTo = (text: string) => acknowledge(inspect(text)[0]!, moment)!
  test('a set without its control number', () =>
    expect(answerTo(whole.replace('ST*204*0001~', 'ST*204~'))).toContain('AK2*204~'))
  test('a group without its GE, and one without GE and IEA', () => {
    expect(answerTo(whole.replace(/GE\*[^~]*~/, ''))).toContain('AK1*SM*101~AK2*204*0001~AK5*A~AK9*E*1*1*1*3~')
    expect(answerTo(whole.replace(/GE\*[^~]*~IEA[^~]*~/, ''))).toContain('AK1*SM*101~AK2*204*0001~AK5*A~AK9*E*1*1*1*3~')
  })
})

describe('a flood of faults', () => {
  /** Lines and columns as anybody would count them. */
  const placeOf = (text: string, offset: number) => {
    const before = text.slice(0, offset)
    return { offset, line: before.split('\n').length, column: offset - before.lastIndexOf('\n') }
  }
  test.each([1 << 20, 1000, 7])('has every place right, also read in pieces of %d bytes', (length) => {
    const text = sampleFile(
      [
        tender(),
        { ...tender(changed(4, ['G62', 'XX', '20261350'])), control: '0002' },
        { ...tender(changed(9, ['ZZZ', '1'])), control: '0003' },
      ],
      habits[1],
    )
    const faults: { spot: { offset: number } }[] = []
    const inspector = new Inspector({
      onInterchange: (report) =>
        faults.push(
          ...report.faults,
          ...report.groups.flatMap((group) => [...group.faults, ...group.transactions.flatMap((each) => each.faults)]),
        ),
    })
    for (let at = 0; at < text.length; at += length) inspector.push(text.slice(at, at + length))
    inspector.end()
    expect(faults.length).toBeGreaterThan(1)
    for (const { spot } of faults) expect(spot).toEqual(placeOf(text, spot.offset))
  })
  test.each([
    [
      'in every segment',
      (count: number) =>
        sampleFile(
          Array.from({ length: count / 20 }, (_, at) => ({
            type: '204',
            segments: Array.from({ length: 20 }, () => ['G62', 'XX', '99999999', 'Q']),
            control: String(at + 1).padStart(4, '0'),
          })),
          habits[1],
        ),
    ],
    [
      'in one set',
      (count: number) =>
        sampleFile(
          [{ type: '204', segments: Array.from({ length: count }, () => ['G62', 'XX', '99999999', 'Q']) }],
          habits[1],
        ),
    ],
    ['as text that is no segment', (count: number) => `${whole.slice(0, -2)}${'ISA.\n'.repeat(count)}`],
    ['as one endless segment', (count: number) => `${whole.slice(0, 300)}${'*'.repeat(count * 10)}`],
  ])('%s grows with its size, not with its square', (_, make) => {
    const timed = (count: number) => {
      const text = make(count)
      const started = performance.now()
      const found = inspect(text)
      expect(JSON.stringify(found).length).toBeLessThan(4_000_000)
      return performance.now() - started
    }
    timed(2_000)
    const [short, long] = [Math.max(4, timed(4_000)), timed(64_000)]
    // Sixteen times as much; its square would be 256 times.
    expect(long / short).toBeLessThan(80)
  })
  const whole = sampleFile([tender()])
})
