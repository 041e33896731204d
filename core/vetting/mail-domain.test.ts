import { describe, expect, test } from 'vitest'
import { domainLikeness, domainOf, isFreeDomain, registrable, withinOneEdit } from './mail-domain'
import { nameKey, sameName } from './names'
import { decodeLabel } from './punycode'

test.each([
  ['Ada <ada@Night.Example>', 'night.example'],
  ['ada@night.example.', 'night.example'],
  ['ada', null],
  ['ada@localhost', null],
  ['', null],
  [null, null],
])('the domain of %j is %j', (mail, domain) => expect(domainOf(mail)).toBe(domain))

test.each([
  ['mail.night.example', 'night.example'],
  ['night.example', 'night.example'],
  ['mail.night.co.uk', 'night.co.uk'],
  ['night.co', 'night.co'],
  ['mail.night.com.au', 'night.com.au'],
  ['mail.night.or.jp', 'night.or.jp'],
])('%s was registered as %s', (domain, expected) => expect(registrable(domain)).toBe(expected))

describe('two domains side by side', () => {
  test.each([
    ['nightheron.example', 'nightheron.example', 'same'],
    ['mail.nightheron.example', 'nightheron.example', 'same'],
    ['nightheron.test', 'nightheron.example', 'other_ending'],
    ['nigthheron.example', 'nightheron.example', 'looks_alike'],
    ['nightherron.example', 'nightheron.example', 'looks_alike'],
    ['nightheon.example', 'nightheron.example', 'looks_alike'],
    ['niqhtheron.example', 'nightheron.example', 'looks_alike'],
    ['n1ghtheron.example', 'nightheron.example', 'looks_alike'],
    ['nighthcron.example', 'nightheron.example', 'looks_alike'],
    ['bluethist1e.example', 'bluethistle.example', 'looks_alike'],
    ['copperrnarten.example', 'coppermarten.example', 'looks_alike'],
    ['vvinterpine.example', 'winterpine.example', 'looks_alike'],
    ['xn--nghtheron-vpb.example', 'nightheron.example', 'looks_alike'],
    ['nightheron-loads.example', 'nightheron.example', 'looks_alike'],
    ['nightherondispatch.test', 'nightheron.example', 'looks_alike'],
    ['nighthawk.example', 'nightheron.example', 'different'],
    ['elk.example', 'elf.example', 'different'],
    ['heron.example', 'nightheron.example', 'different'],
  ] as const)('%s beside %s: %s', (written, filed, expected) => expect(domainLikeness(written, filed)).toBe(expected))
})

test('free addresses', () =>
  expect([isFreeDomain('gmail.com'), isFreeDomain('eu.fremail.example'), isFreeDomain('nightheron.example')]).toEqual([
    true,
    true,
    false,
  ]))

// Samples of RFC 3492, section 7.1, and common names.
test.each([
  ['xn--bcher-kva', 'bücher'],
  ['xn--mnchen-3ya', 'münchen'],
  ['xn--d1acpjx3f', 'яндекс'],
  ['plain', 'plain'],
  ['xn--!!!', 'xn--!!!'],
  ['xn--a-99999999999', 'xn--a-99999999999'],
])('%s is read %s', (label, expected) => expect(decodeLabel(label)).toBe(expected))

test('one edit, by hand', () => {
  const pairs: [string, string, boolean][] = [
    ['abc', 'abc', true],
    ['abc', 'abcd', true],
    ['abc', 'acb', true],
    ['abc', 'axc', true],
    ['abc', 'cab', false],
    ['abc', 'a', false],
    ['abcd', 'badc', false],
    ['', 'a', true],
  ]
  for (const [one, other, expected] of pairs)
    expect([one, other, withinOneEdit(one, other)]).toEqual([one, other, expected])
})

test.each([
  ['Night Heron Lines, L.L.C.', 'NIGHT HERON LINES LLC', true],
  ['Blue Thistle & Co', 'Blue Thistle', true],
  ['Álamo Transport', 'Alamo Transport', true],
  ['Night Heron', 'Night Herons', false],
  ['The Co', 'the company', false],
])('%s and %s: %j', (one, other, same) => expect(sameName(one, other)).toBe(same))
test('a name of nothing but a legal form stays a name', () =>
  expect(nameKey('The Company, Inc.')).toBe('the company inc'))
