import { describe, expect, test } from 'vitest'
import { isOfferAtOnce, readAuthentication, weighSender } from './proposal'

const silent = { spf: 'none', dkim: 'none', dmarc: 'none' } as const
const facts = {
  carrierName: 'Night Heron Lines',
  sender: 'dispatch@nightheron.example',
  onFile: ['dispatch@nightheron.example'],
  authentication: silent,
  byNumber: false,
}

describe('who a message is from', () => {
  test('an address on file is known, proven once the receiving server says so, and neither where it says no', () => {
    expect(weighSender(facts)).toMatchObject({ isKnown: true, isProven: false })
    expect(weighSender({ ...facts, authentication: { ...silent, dkim: 'pass' } })).toMatchObject({
      isKnown: true,
      isProven: true,
    })
    expect(weighSender({ ...facts, authentication: { ...silent, dkim: 'pass', spf: 'fail' } })).toMatchObject({
      isKnown: false,
      isProven: false,
    })
  })
  test.each([
    ['stranger@elsewhere.example', 'against', 'is not on file'],
    ['owner@fremail.example', 'against', 'anybody can have an address at'],
    ['office@nightheron.example', 'for', "the carrier's own domain"],
    ['dispatch@nightherron.example', 'against', 'looks like nightheron.example'],
  ] as const)('%s is unknown, and reported as %s: %s', (sender, speaks, words) => {
    const weighed = weighSender({ ...facts, sender, byNumber: true })
    expect(weighed.isKnown).toBe(false)
    expect(weighed.signs).toContainEqual({ speaks, words: expect.stringContaining(words) })
    expect(weighed.signs).toContainEqual({ speaks: 'for', words: expect.stringContaining('anybody can look up') })
  })
})

describe('what the receiving server says', () => {
  test.each([
    [
      ['mx.ploverrook.example; spf=pass smtp.mailfrom=x; dkim=fail header.d=y; dmarc=none'],
      { spf: 'pass', dkim: 'fail', dmarc: 'none' },
    ],
    [['mx.ploverrook.example; spf=softfail'], { spf: 'fail', dkim: 'none', dmarc: 'none' }],
    [['mx.stranger.example; spf=pass; dkim=pass; dmarc=pass'], silent],
    [
      ['mx.stranger.example; dkim=pass', 'mx.ploverrook.example; dkim=fail'],
      { spf: 'none', dkim: 'fail', dmarc: 'none' },
    ],
    [[], silent],
  ])('%j', (headers, expected) => expect(readAuthentication(headers, 'mx.ploverrook.example')).toEqual(expected))
})

test.each([
  ['a price from a known address', { isKnown: true, isProven: false, amountMinor: 1, replacesOpenOffer: false }, true],
  [
    'a new price from an address that could be forged',
    { isKnown: true, isProven: false, amountMinor: 1, replacesOpenOffer: true },
    false,
  ],
  [
    'a new price from a proven address',
    { isKnown: true, isProven: true, amountMinor: 1, replacesOpenOffer: true },
    true,
  ],
  ['a price from a stranger', { isKnown: false, isProven: false, amountMinor: 1, replacesOpenOffer: false }, false],
  ['no certain price', { isKnown: true, isProven: true, amountMinor: null, replacesOpenOffer: false }, false],
])('%s is an offer at once: %s', (_, given, expected) => expect(isOfferAtOnce(given)).toBe(expected))
