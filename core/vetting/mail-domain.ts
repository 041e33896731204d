import { getDomain } from 'tldts'
import { decodeLabel } from './punycode'

/** Email domains that anybody can have an address at: the address says nothing of who owns it. Ours to lengthen. */
const freeDomains = new Set([
  'gmail.com',
  'yahoo.com',
  'ymail.com',
  'outlook.com',
  'hotmail.com',
  'live.com',
  'msn.com',
  'aol.com',
  'icloud.com',
  'me.com',
  'mail.com',
  'gmx.com',
  'proton.me',
  'protonmail.com',
  'zoho.com',
  'comcast.net',
  'fremail.example',
  'postbox.example',
])

/** The domain of a mail address, lower case, without a final dot; null where there is none. */
export function domainOf(mail: string | null): string | null {
  const match = /@([^@\s>]+?)\.?>?\s*$/.exec(mail ?? '')
  const domain = match?.[1]?.toLowerCase()
  return domain?.includes('.') ? domain : null
}

/** Whether anybody can have an address at a domain. */
export const isFreeDomain = (domain: string): boolean => freeDomains.has(registrable(domain))

/** The part of a domain that somebody registered, by the Public Suffix List: `night.co.uk` of `mail.night.co.uk`. */
export const registrable = (domain: string): string => getDomain(domain, { validateHostname: false }) ?? domain

/** How a writer's domain relates to the one on file. */
export type DomainLikeness = 'same' | 'looks_alike' | 'other_ending' | 'different'

/**
 * Compares a domain with the one on file. `looks_alike` means it can be taken for it at a glance: a letter more, less, changed or
 * swapped; letters of another alphabet or pairs that read as one (`rn` for `m`); a word such as `dispatch` set before or behind it.
 */
export function domainLikeness(written: string, onFile: string): DomainLikeness {
  const [one, other] = [registrable(written), registrable(onFile)]
  if (one === other) return 'same'
  const [name, filed] = [nameOf(one), nameOf(other)]
  if (name === filed) return 'other_ending'
  if (skeleton(name) === skeleton(filed)) return 'looks_alike'
  // Both as it is written and as it is seen: a swap may make a pair that reads as one letter.
  if (filed.length >= 5 && (withinOneEdit(name, filed) || withinOneEdit(skeleton(name), skeleton(filed))))
    return 'looks_alike'
  return filed.length >= 6 &&
    extras.some((word) => [skeleton(word + filed), skeleton(filed + word)].includes(skeleton(name)))
    ? 'looks_alike'
    : 'different'
}

/** Words that are hung on a firm's name to make a domain that sounds like its own. */
const extras = [
  'dispatch',
  'freight',
  'loads',
  'logistics',
  'trucking',
  'transport',
  'carrier',
  'mail',
  'office',
  'team',
  'usa',
  'inc',
  'llc',
  'co',
  'us',
  'group',
  'hq',
  'billing',
  'accounting',
]

const nameOf = (domain: string) => decodeLabel(domain.slice(0, domain.indexOf('.')))

/** Letters of other alphabets that are drawn like Latin ones (after Unicode Technical Standard 39, those met in names of firms), and digits read as letters. */
const drawnAlike: Record<string, string> = {
  а: 'a',
  е: 'e',
  о: 'o',
  р: 'p',
  с: 'c',
  х: 'x',
  у: 'y',
  і: 'i',
  ј: 'j',
  ѕ: 's',
  ԁ: 'd',
  ո: 'n',
  ɡ: 'g',
  ν: 'v',
  ο: 'o',
  ρ: 'p',
  α: 'a',
  ι: 'i',
  κ: 'k',
  τ: 't',
  υ: 'u',
  һ: 'h',
  ь: 'b',
  м: 'm',
  т: 't',
  к: 'k',
  в: 'b',
  н: 'h',
  ı: 'i',
  ł: 'l',
  ø: 'o',
  đ: 'd',
  0: 'o',
  1: 'l',
  3: 'e',
  5: 's',
  i: 'l',
}

/** A name as the eye takes it in a hurry: two names with the same skeleton can be taken for each other. */
export function skeleton(name: string): string {
  const plain = name.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
  const letters = [...plain].map((letter) => drawnAlike[letter] ?? letter).join('')
  return letters.replaceAll('rn', 'm').replaceAll('vv', 'w').replaceAll('cl', 'd').replaceAll('-', '')
}

/** Whether one text becomes the other by one letter added, left out, changed, or two neighbours swapped (Damerau, CACM 7, 1964). */
export function withinOneEdit(one: string, other: string): boolean {
  if (one === other) return true
  const [short, long] = one.length <= other.length ? [one, other] : [other, one]
  if (long.length - short.length > 1) return false
  let at = 0
  while (at < short.length && short[at] === long[at]) at++
  if (short.length < long.length) return short.slice(at) === long.slice(at + 1)
  if (short.slice(at + 1) === long.slice(at + 1)) return true
  return short[at] === long[at + 1] && short[at + 1] === long[at] && short.slice(at + 2) === long.slice(at + 2)
}
