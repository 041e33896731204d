import { describe, expect, test } from 'vitest'
import { quoteLogWords } from './log-words'

describe('a quote’s log in words', () => {
  test.each<[string, Record<string, unknown>, string]>([
    ['made', {}, 'Quote created'],
    ['lines_added', { lines: 1 }, '1 line added'],
    ['lines_added', { lines: 40 }, '40 lines added'],
    ['lines_removed', { lines: 2 }, '2 lines removed'],
    [
      'line_changed',
      { position: 3, from: { dest: 'Reno, NV' }, to: { dest: 'Elko, NV' } },
      'Line 3: destination Reno, NV to Elko, NV',
    ],
    [
      'line_changed',
      { position: 3, from: { origin: '', dest: 'Reno, NV' }, to: { origin: 'Boise, ID', dest: '' } },
      'Line 3: origin empty to Boise, ID, destination Reno, NV to empty',
    ],
    ['terms_changed', {}, 'Title, validity or comparison changed'],
    ['repriced', { lines: 12 }, '12 lines repriced'],
    ['sent', { version: 2, to: 'a@b.example', lines: 9, leftBehind: 0 }, 'Version 2 sent to a@b.example, 9 lines'],
    [
      'sent',
      { version: 2, to: 'a@b.example', lines: 1, leftBehind: 3 },
      'Version 2 sent to a@b.example, 1 line; 3 stayed behind',
    ],
    ['delivered', { version: 2, to: 'a@b.example' }, 'Version 2 accepted by the mail server of a@b.example'],
    [
      'not_delivered',
      { version: 2, to: 'a@b.example', problem: 'no such mailbox' },
      'Version 2 could not be sent to a@b.example: no such mailbox',
    ],
    ['won', { positions: [4] }, 'Line 4 won'],
    ['won', { positions: [1, 2, 3] }, 'Lines 1, 2, 3 won'],
    [
      'won',
      { positions: Array.from({ length: 14 }, (_, at) => at + 1) },
      'Lines 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12 and more won',
    ],
    ['reopened', { positions: [4] }, 'Line 4 opened again'],
    ['lapsed', { lines: 3 }, 'Ran out: 3 lines lapsed'],
    ['loads_made', { loads: 2, positions: [1, 5] }, '2 loads made of lines 1, 5'],
    ['merged', {}, 'merged'],
  ])('%s %o', (kind, data, words) => expect(quoteLogWords(kind, data)).toBe(words))
  test('a lost line says why, and what it went for where that is known', () => {
    expect(quoteLogWords('lost', { positions: [2], why: 'price', toMinor: 195_000 })).toMatch(
      /^Line 2 lost: .+, went for \$1,950$/,
    )
    expect(quoteLogWords('lost', { positions: [2], why: 'price' })).not.toMatch(/went for/)
  })
})
