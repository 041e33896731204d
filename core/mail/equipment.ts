import type { Equipment } from '../load/load'
import { countAt } from './counts'
import { numberOf, type Token, touches } from './lexer'
import type { Taken } from './marks'
import { lengthAt, lengthsFt, nameAt } from './trailer-names'

/** A letter alone stands for a trailer where signs or numbers part it from other words: `1 v, 1 r`, `BOISE - R - 12/1`. */
const letters: Record<string, Equipment> = { v: 'van', r: 'reefer', f: 'flatbed', s: 'step_deck' }

const isParted = (token: Token | undefined): boolean =>
  token === undefined || token.kind === 'number' || /^[-,;|()/:.>\t&+*•]$/.test(token.text)

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
