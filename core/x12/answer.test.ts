import { describe, expect, test } from 'vitest'
import { acknowledge, respond } from './answer'
import { inspect } from './inspect'
import { changed, habits, moment, reads, sampleFile, tender } from './testing'

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
