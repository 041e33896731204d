import { describe, expect, test } from 'vitest'
import { readReply, replyReference } from './read-reply'

describe('a carrier’s reply', () => {
  test.each([
    ['We can do it for $1,850 all in. MC 884213', [1850], '884213'],
    ['can cover USD 2100.50', [2100.5], null],
    ['$2,100 or $2,000 if you load early', [2100, 2000], null],
    ['call me, MC# 12345, MC 67890', [], null],
    ['$1850\n\nOn Mon, 23 Nov 2026 desk wrote:\n> how about $1700', [1850], null],
    ['no price here, truck 53123', [], null],
    ['$18500000', [], null],
    ['$500 advance. Can do 2400', [2400, 500], null],
    ['Can do 2400', [2400], null],
    ['need 2,350 on this one', [2350], null],
    ['We want 2400 but 2300 gets it done today', [2400], null],
    ['can be there at 1530, $2,400', [2400, 1530], null],
    ['we take 42000 lbs', [], null],
    ['call me at 208-555-0150', [], null],
    ['can pick up at 300 Depot St', [], null],
    ['pays $75 detention?', [], null],
  ])('%j', (text, readings, mcNumber) => {
    const read = readReply(text)
    expect(read).toMatchObject({ readings: readings.map((dollars) => dollars * 100), mcNumber })
    expect(read.amountMinor).toBe(readings.length === 1 ? readings[0]! * 100 : null)
  })
  test('the only amount is no price where it is called a part of it', () =>
    expect(readReply('We need a $500 advance at pickup')).toMatchObject({ amountMinor: null, readings: [50_000] }))

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
