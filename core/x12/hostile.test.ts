import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { acknowledge } from './answer'
import { Inspector, inspect } from './inspect'
import { readTender } from './read-tender'
import { changed, habits, moment, reads, rewritten, sampleFile, tender, tenderSegments } from './testing'

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
