import fc from 'fast-check'
import { describe, test } from 'vitest'
import { safeCell } from '../export/cell'
import { readAmount } from '../money/money'
import { isLocalTime } from '../time/local'
import { readUntil, readWhen } from '../time/read-when'
import { ownWords } from './own-words'
import { readReply, replyReference } from './read-reply'

/** Whatever people type or send: every reader answers, none throws, and what it answers is whole. */
const anyText = fc.oneof(
  fc.string({ unit: 'grapheme', maxLength: 60 }),
  fc
    .array(
      fc.constantFrom(
        'tue',
        'today',
        '+2',
        '12/1',
        ' ',
        '8',
        '-',
        '11',
        'p',
        'am',
        ':',
        '30',
        '0800',
        '$',
        '1,850',
        'MC',
        '\n',
        '>',
        '2026-02-30',
        'k',
      ),
      { maxLength: 8 },
    )
    .map((words) => words.join('')),
)

describe('readers take anything', () => {
  test('a window is a real time or nothing, and never closes before it opens', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        const window = readWhen(text, '2026-12-31')
        if (window === null) return true
        return (
          isLocalTime(window.earliestLocal) &&
          (window.latestLocal === null ||
            (isLocalTime(window.latestLocal) && window.latestLocal >= window.earliestLocal))
        )
      }),
      { numRuns: 2000 },
    )
  })
  test('until when is a real time or nothing', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        const until = readUntil(text, '2026-12-31T23:59')
        return until === null || isLocalTime(until)
      }),
      { numRuns: 2000 },
    )
  })
  test('an amount is a whole number of cents or nothing', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        const amount = readAmount(text)
        return amount === null || (Number.isSafeInteger(amount) && amount >= 0)
      }),
      { numRuns: 2000 },
    )
  })
  test('a reply’s facts are whole, its reference is plain', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        const { amountMinor, mcNumber } = readReply(text)
        const reference = replyReference(text)
        return (
          (amountMinor === null || amountMinor > 0) &&
          (mcNumber === null || /^\d{4,8}$/.test(mcNumber)) &&
          (reference === null || /^[a-z0-9]{4,32}$/.test(reference))
        )
      }),
      { numRuns: 2000 },
    )
  })
  test('own words are a part of the text, and reading them again changes nothing', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        const own = ownWords(text)
        return text.replace(/\r\n/g, '\n').includes(own) && ownWords(own) === own
      }),
      { numRuns: 1000 },
    )
  })
  test('no cell begins like a formula', () => {
    fc.assert(
      fc.property(anyText, (text) => !/^[=+\-@\t\r\n]/.test(String(safeCell(text)))),
      { numRuns: 1000 },
    )
  })
})
