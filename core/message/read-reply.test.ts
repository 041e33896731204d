import { describe, expect, test } from 'vitest'
import { ownWords, readReply, replyReference } from './read-reply'

describe('a carrier’s reply', () => {
  test.each([
    ['We can do it for $1,850 all in. MC 884213', 185_000, '884213'],
    ['can cover USD 2100.50', 210_050, null],
    ['$2,100 or $2,000 if you load early', null, null],
    ['call me, MC# 12345, MC 67890', null, null],
    ['$1850\n\nOn Mon, 23 Nov 2026 desk wrote:\n> how about $1700', 185_000, null],
    ['no price here, truck 53123', null, null],
    ['$18500000', null, null],
  ])('%j', (text, amountMinor, mcNumber) => expect(readReply(text)).toEqual({ amountMinor, mcNumber }))

  test('the signature is not the offer', () => expect(ownWords('Yes, $900\n-- \nAda, our minimum is $500')).toBe('Yes, $900'))
  test('a huge text stays quick', () => {
    const started = performance.now()
    readReply(`${'$1,'.repeat(200_000)} On ${'x'.repeat(100_000)}`)
    expect(performance.now() - started).toBeLessThan(500)
  })
  test.each([
    ['offers+k7x2q9@ploverrook.example', 'k7x2q9'],
    ['offers@ploverrook.example', null],
    ['offers+../x@ploverrook.example', null],
  ])('%s belongs to %s', (address, reference) => expect(replyReference(address)).toBe(reference))
})
