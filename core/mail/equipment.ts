import { type Equipment, equipmentKinds } from '../load/load'
import { numberOf, type Token, touches } from './lexer'
import type { Taken } from './marks'

/** What trailers are called in mails, in English and Spanish; each word may also stand in the plural. */
const names: Record<Equipment, readonly string[]> = {
  van: [
    'van',
    'dry van',
    'dryvan',
    'dv',
    'caja seca',
    'cajas seca',
    'seca',
    'dry box',
    'dry freight van',
    'vn',
    'dryvans',
    'van trailer',
  ],
  reefer: [
    'reefer',
    'refer',
    'reffer',
    'rf',
    'refrigerated',
    'refrigerado',
    'reef',
    'cold box',
    'freezer van',
    'refrigerada',
    'refrigerated van',
    'temp control',
    'temp controlled',
    'caja refrigerada',
    'reefer van',
    'thermo',
  ],
  flatbed: ['flatbed', 'flat bed', 'flat', 'fb', 'plataforma', 'flatdeck', 'skateboard', 'flat deck', 'fbed', 'flt'],
  step_deck: ['step deck', 'stepdeck', 'step', 'sd', 'drop deck', 'dropdeck', 'stepper'],
  box_truck: ['box truck', 'straight truck', 'boxtruck', 'bobtail box', 'straight box'],
  sprinter: ['sprinter', 'sprinter van', 'cargo van', 'cargovan'],
  hotshot: ['hotshot', 'hot shot', 'gooseneck', 'hot shot trailer', 'hotshot trailer'],
  power_only: ['power only', 'bobtail', 'tractor only', 'poweronly', 'po', 'power unit', 'power only unit'],
  conestoga: ['conestoga', 'connestoga', 'curtain side', 'curtainside', 'curtain van', 'stoga'],
  lowboy: ['lowboy', 'low boy', 'lowbed', 'low bed', 'double drop', 'rgn', 'removable gooseneck'],
  tanker: ['tanker', 'tank', 'tank truck', 'pipa'],
  hopper: ['hopper', 'hopper bottom', 'grain trailer', 'tolva', 'grain hopper'],
  container: ['container', 'chassis', 'contenedor', 'drayage', 'intermodal'],
}

const byName = new Map<string, Equipment>()
for (const kind of equipmentKinds)
  for (const name of names[kind]) {
    byName.set(name, kind)
    if (!/s$/.test(name)) byName.set(`${name}s`, kind)
  }
const longestName = 3

/** A letter alone stands for a trailer where signs or numbers part it from other words: `1 v, 1 r`, `BOISE - R - 12/1`. */
const letters: Record<string, Equipment> = { v: 'van', r: 'reefer', f: 'flatbed', s: 'step_deck' }
const lengthsFt = new Set([20, 22, 24, 26, 28, 30, 32, 36, 40, 42, 43, 45, 48, 50, 53, 57])

const isParted = (token: Token | undefined): boolean =>
  token === undefined || token.kind === 'number' || /^[-,;|()/:.>\t&+*•]$/.test(token.text)

/** The words of a trailer at a token. */
export function nameAt(tokens: readonly Token[], at: number): { equipment: Equipment; next: number } | null {
  for (let count = longestName; count > 0; count--) {
    let words = ''
    let next = at
    for (let taken = 0; taken < count && next < tokens.length; taken++) {
      // `flat-bed`, `dry/van` are two words.
      if (taken > 0 && tokens[next]!.text === '-' && touches(tokens[next - 1], tokens[next])) next++
      const token = tokens[next]
      if (token?.kind !== 'word') break
      words = words === '' ? token.text : `${words} ${token.text}`
      next++
    }
    const equipment = byName.get(words)
    if (equipment && words.split(' ').length === count) return { equipment, next }
  }
  return null
}

/** A length and its sign, if any: `53`, `53'`, `48 ft`. */
export function lengthAt(
  tokens: readonly Token[],
  at: number,
): { feet: number; next: number; isSigned: boolean } | null {
  const feet = numberOf(tokens[at])
  if (!(feet >= 8 && feet <= 60) || !Number.isInteger(feet)) return null
  const sign = tokens[at + 1]
  // `53 feet`, `53'`, `53 '' `
  if (sign && /^(?:ft|foot|feet|footer|pies)$/.test(sign.text)) {
    const dot = tokens[at + 2]?.text === '.' && touches(sign, tokens[at + 2]) ? 1 : 0
    return { feet, next: at + 2 + dot, isSigned: true }
  }
  if (sign && /^['’"”′]$/.test(sign.text) && touches(tokens[at], sign)) {
    const doubled = /^['’"”′]$/.test(tokens[at + 2]?.text ?? '') && touches(sign, tokens[at + 2]) ? 1 : 0
    return { feet, next: at + 2 + doubled, isSigned: true }
  }
  return lengthsFt.has(feet) ? { feet, next: at + 1, isSigned: false } : null
}

/** Words between a number and what it counts: `2 empty dry vans`, `3 x 53' reefers`. */
const between = new Set([
  'empty',
  'available',
  'avail',
  'open',
  'more',
  'x',
  'of',
  'our',
  'mt',
  'clean',
  'team',
  'solo',
  'truck',
  'trucks',
  'food',
  'grade',
  'single',
  'good',
  'new',
])

/** A trailer with its length and number, as far as they are said before it: `2 dry vans`, `53' reefer`, `four flatbeds`, `53V`. */
export function takeEquipment(tokens: readonly Token[], at: number): Taken {
  const count = countAt(tokens, at)
  let next = count?.next ?? at
  // `two (2) vans`
  if (
    count?.isWord &&
    tokens[next]?.text === '(' &&
    tokens[next + 1]?.kind === 'number' &&
    tokens[next + 2]?.text === ')'
  )
    next += 3
  // `2-53 vans`
  if (count && tokens[next]?.text === '-' && touches(tokens[next - 1], tokens[next]) && lengthAt(tokens, next + 1))
    next++
  for (let skipped = 0; count && skipped < 2 && between.has(tokens[next]?.text ?? ''); skipped++) next++
  const length = lengthAt(tokens, next)
  const behind = length?.next ?? next
  if (length && tokens[behind]?.text === '-' && touches(tokens[behind - 1], tokens[behind])) {
    const named = nameAt(tokens, behind + 1)
    if (named) return trailer(named.equipment, length.feet, count?.count ?? null, named.next)
  }
  const named =
    nameAt(tokens, behind) ??
    dryOrTemp(tokens, behind, length !== null) ??
    letterAt(tokens, behind, length !== null || count !== null)
  if (!named || isOther(tokens, behind, named.next)) return null
  // A bare number before a trailer is its length where trailers have it.
  if (count && !length && lengthsFt.has(count.count) && tokens[at]!.kind === 'number')
    return trailer(named.equipment, count.count, null, named.next)
  const behindName = length ? null : bareLengthAt(tokens, named.next)
  return trailer(
    named.equipment,
    length?.feet ?? behindName,
    count?.count ?? null,
    behindName ? named.next + 1 : named.next,
  )
}

/** `hotshot 40`, `van 53`: a number behind a trailer that is a length and counts nothing. */
function bareLengthAt(tokens: readonly Token[], at: number): number | null {
  const feet = numberOf(tokens[at])
  const after = tokens[at + 1]
  if (!lengthsFt.has(feet) || (after && touches(tokens[at], after) && after.text !== ',' && after.text !== '.'))
    return null
  return /^(?:pallets?|loads?|k|lbs?|mi|miles?|hours?|am|pm|plts?|in|degrees?)$/.test(after?.text ?? '') ? null : feet
}

const trailer = (equipment: Equipment, lengthFt: number | null, count: number | null, next: number): Taken => ({
  mark: { kind: 'equipment', equipment, lengthFt, count, confidence: 0.97 },
  next,
})

/** `53 dry`, `53 temp`: only beside a length. */
function dryOrTemp(tokens: readonly Token[], at: number, hasLength: boolean) {
  const word = tokens[at]?.text
  if (!hasLength || !word) return null
  if (word === 'dry') return { equipment: 'van' as const, next: at + 1 }
  return word === 'temp' ? { equipment: 'reefer' as const, next: at + 1 } : null
}

function letterAt(tokens: readonly Token[], at: number, hasNumber: boolean) {
  const token = tokens[at]
  const equipment = token?.kind === 'word' ? letters[token.text] : undefined
  if (!equipment || token!.raw.length !== 1) return null
  // `R53`, and a letter that opens a line before a town: `V Sioux City IA 12/9`.
  const length = tokens[at + 1]
  if (touches(token, length) && lengthsFt.has(numberOf(length))) return { equipment, next: at + 1 }
  const opens =
    at === 0 &&
    token!.raw !== token!.text &&
    tokens.length > 3 &&
    length?.kind === 'word' &&
    length.raw.length > 1 &&
    length.raw[0] !== length.text[0]
  if (opens) return { equipment, next: at + 1 }
  const isFree = isParted(tokens[at + 1]) || (hasNumber && touches(tokens[at - 1], token))
  const before = tokens[at - 1]
  const isFreeBefore = hasNumber || isParted(before)
  return isFree && isFreeBefore ? { equipment, next: at + 1 } : null
}

/** `2,100 flat` is a price, `flat rate` too; `van a Texas` is Spanish for where they go; `step by step` is none. */
function isOther(tokens: readonly Token[], at: number, next: number): boolean {
  const [word, before, after] = [tokens[at]!.text, tokens[at - 1], tokens[next]?.text ?? '']
  if (word === 'flat' && next === at + 1)
    return (
      after === 'rate' ||
      (before?.kind === 'number' && numberOf(before) > 60) ||
      (/^(?:a|the)$/.test(before?.text ?? '') === false && before?.text === '$')
    )
  if (word === 'van' && /^(?:a|al|para|hacia|por)$/.test(after)) return true
  if (word === 'van' && /^(?:nuys|buren|wert|horn|alstyne|gogh|meter)$/.test(after)) return true
  if (word === 'sd' && /^(?:to|or|nd|ne|mn|ia|wy|mt|\/|the|in)$/.test(before?.text ?? '')) return true
  if (word === 'po' && /^(?:box|#|number)$/.test(after)) return true
  if (word === 'rf' || word === 'sd' || word === 'po') return false
  return word === 'step' && next === at + 1 && /^(?:by|up|in|back)$/.test(after)
}

const numberWords: Record<string, number> = {
  ...{ a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10 },
  ...{ un: 1, una: 1, uno: 1, dos: 2, tres: 3, cuatro: 4, cinco: 5, seis: 6, another: 1, couple: 2 },
}
export const mostTrucks = 60

/** A number of trucks at a token: `2`, `two`, `x2`, `2x`, `a couple of`. */
export function countAt(tokens: readonly Token[], at: number): { count: number; next: number; isWord: boolean } | null {
  const token = tokens[at]
  if (!token) return null
  if (token.text === 'x' && tokens[at + 1]?.kind === 'number') {
    const count = numberOf(tokens[at + 1])
    return isCount(count) ? { count, next: at + 2, isWord: false } : null
  }
  if (token.text === 'a' && tokens[at + 1]?.text === 'couple')
    return { count: 2, next: at + (tokens[at + 2]?.text === 'of' ? 3 : 2), isWord: true }
  if (token.kind === 'word') {
    const count = numberWords[token.text]
    if (!count) return null
    return { count, next: at + (token.text === 'couple' && tokens[at + 1]?.text === 'of' ? 2 : 1), isWord: true }
  }
  const count = numberOf(token)
  if (!isCount(count) || token.text.includes('.')) return null
  const isTimes = tokens[at + 1]?.text === 'x'
  return { count, next: isTimes ? at + 2 : at + 1, isWord: false }
}

const isCount = (count: number): boolean => Number.isInteger(count) && count >= 1 && count <= mostTrucks

/** A number of trucks without their trailer: `(2)`, `x2`, `2 trucks`, `one in`, `another`. */
export function takeCount(tokens: readonly Token[], at: number): Taken {
  const token = tokens[at]!
  if (token.text === '(') {
    const inner = countAt(tokens, at + 1)
    if (!inner) return null
    const noun = /^(?:trucks?|units?|avail|ea|total)$/.test(tokens[inner.next]?.text ?? '') ? 1 : 0
    if (tokens[inner.next + noun]?.text !== ')' || lengthsFt.has(inner.count)) return null
    return { mark: { kind: 'count', count: inner.count, hasNoun: true }, next: inner.next + noun + 1 }
  }
  const found = countAt(tokens, at)
  if (!found) return null
  const after = tokens[found.next]?.text ?? ''
  if (/^(?:trucks?|units?|rigs?|camion(?:es)?|trokas?|empties|drivers?|teams?)$/.test(after))
    return { mark: { kind: 'count', count: found.count, hasNoun: true }, next: found.next + 1 }
  const isTimes = token.text === 'x' || tokens[at + 1]?.text === 'x'
  if (isTimes) return { mark: { kind: 'count', count: found.count, hasNoun: true }, next: found.next }
  const isListed =
    token.kind === 'number' &&
    /^(?:in|at|near|en|out)$/.test(after) &&
    /^(?:and|,|&|y|\+|then)$/.test(tokens[at - 1]?.text ?? '')
  if (isListed) return { mark: { kind: 'count', count: found.count, hasNoun: false }, next: found.next }
  if (
    /^(?:one|another|two|three|four|uno|una|dos|tres)$/.test(token.text) &&
    !/^(?:way|day|days|hour|hours|stop|more|pick|drop|of|time|week|thing|things|weeks)$/.test(after)
  )
    return { mark: { kind: 'count', count: found.count, hasNoun: false }, next: found.next }
  return null
}
