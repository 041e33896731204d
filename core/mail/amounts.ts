import { numberOf, type Token, touches } from './lexer'
import type { MarkKind, Taken } from './marks'
import { lengthAt } from './trailer-names'

const isMile = (token: Token | undefined) => /^(?:mi|mile|miles|milla|millas|rpm)$/.test(token?.text ?? '')

/** `2.60/mi`, `$2.40 a mile`, `3.50 per mile`, `2.45 rpm`: the index behind it, or -1. */
function perMileEnd(tokens: readonly Token[], from: number): number {
  // `2.50 or better per mile`
  const orMore = tokens[from]?.text === 'or' && /^(?:better|more|higher|up)$/.test(tokens[from + 1]?.text ?? '') ? 2 : 0
  const at = from + (orMore || /^(?:min|minimum|plus|\+)$/.test(tokens[from]?.text ?? '') ? orMore || 1 : 0)
  const [first, second] = [tokens[at]?.text ?? '', tokens[at + 1]]
  if (/^(?:\/|a|per|x|p|por)$/.test(first) && isMile(second)) return at + 2
  if (first === 'p' && second?.text === '/' && isMile(tokens[at + 2])) return at + 3
  return /^(?:rpm|pm)$/.test(first) || (first === 'mile' && second?.text !== 'radius') ? at + 1 : -1
}

/** An amount of money: `$1,850`, `2.60/mi`, `USD 2,875.00`, `4k`, `$2200`; a number alone is none unless it is a price for each mile. */
export function takeMoney(tokens: readonly Token[], at: number): Taken {
  const token = tokens[at]!
  const isDollar = token.text === '$'
  const code = /^(?:usd|cad)$/.test(token.text) ? token.text : null
  let start = at + (isDollar || code ? 1 : 0)
  let currency: 'USD' | 'CAD' = code === 'cad' ? 'CAD' : 'USD'
  if (code && tokens[start]?.text === '$') start++
  const number = tokens[start]
  const value = numberOf(number)
  if (Number.isNaN(value)) return null
  let next = start + 1
  if (/^(?:usd|cad)$/.test(tokens[next]?.text ?? '')) {
    if (tokens[next]!.text === 'cad') currency = 'CAD'
    next++
  }
  const isSigned = isDollar || code !== null || next > start + 1
  const made = (amount: number, basis: 'flat' | 'per_mile', end: number): Taken => {
    const mark: MarkKind = { kind: 'money', rate: { amount: amount.toFixed(2), basis }, currency, isSigned }
    return { mark, next: end }
  }
  const mile = perMileEnd(tokens, next)
  if (mile >= 0 && value >= 0.5 && value < 20) return made(value, 'per_mile', mile)
  if (isSigned && tokens[next]?.text === 'k' && touches(number, tokens[next]))
    return made(value * 1000, 'flat', next + 1)
  // `1,500 to get to Des Moines`
  if (!isSigned && value >= 300 && value <= 20_000 && tokens[next]?.text === 'to' && tokens[next + 1]?.text === 'get')
    return made(value, 'flat', next)
  if (!isSigned) return null
  // `$2.20` alone is by the mile; nobody drives for two dollars.
  return value > 0 && value < 20 && number!.text.includes('.')
    ? made(value, 'per_mile', next)
    : made(value, 'flat', next)
}

/** `44,500 lbs`, `44k`, `48,000#`, `10k lbs`. */
export function takeWeight(tokens: readonly Token[], at: number): Taken {
  if (tokens[at - 1]?.text === '$' || tokens[at - 1]?.text === 'usd') return null
  const value = numberOf(tokens[at])
  if (Number.isNaN(value)) return null
  const isThousands = tokens[at + 1]?.text === 'k' && touches(tokens[at], tokens[at + 1])
  const behind = at + 1 + (isThousands ? 1 : 0)
  const hasUnit = /^(?:lb|lbs|#|pound|pounds|libras)$/.test(tokens[behind]?.text ?? '')
  const pounds = value * (isThousands ? 1000 : 1)
  const next = behind + (hasUnit ? 1 : 0)
  const weighs = (): Taken => ({ mark: { kind: 'weight', pounds }, next })
  if (hasUnit) return pounds >= 200 && pounds <= 120_000 ? weighs() : null
  if (isThousands) return pounds >= 10_000 && pounds <= 80_000 ? weighs() : null
  // Five figures without a dollar sign are what a trailer carries.
  return pounds >= 19_000 && pounds <= 60_000 && Number.isInteger(value) ? weighs() : null
}

/** `150 mile radius`, `within 75 miles of`, `300 mi radius`, `100 dh`. */
export function takeRadius(tokens: readonly Token[], at: number): Taken {
  const token = tokens[at]!
  const radius = (miles: number, next: number): Taken =>
    miles >= 5 && miles <= 1000 ? { mark: { kind: 'radius', miles }, next } : null
  if (/^(?:within|radius|dh|deadhead|rad)$/.test(token.text)) {
    const skip = /^(?:of|:|a|up|is|to|max)$/.test(tokens[at + 1]?.text ?? '') ? 1 : 0
    const number = tokens[at + 1 + skip]
    if (Number.isNaN(numberOf(number))) return null
    const unit = isMile(tokens[at + 2 + skip])
    // `anywhere within 500 miles` is how far it goes, not how far it comes empty.
    if (/^(?:anywhere|any|anything|go|run)$/.test(tokens[at - 1]?.text ?? '')) return null
    if (token.text === 'within' && !unit) return null
    // `within 75 miles of Portland`: the place is where it is, not where it goes.
    const of = unit && token.text === 'within' && tokens[at + 3 + skip]?.text === 'of' ? 1 : 0
    return radius(numberOf(number), at + 2 + skip + (unit ? 1 : 0) + of)
  }
  const value = numberOf(token)
  if (Number.isNaN(value) || tokens[at - 1]?.text === '$') return null
  let next = at + 1
  if (tokens[next]?.text === '-') next++
  const unit = isMile(tokens[next])
  if (unit) next++
  return /^(?:radius|deadhead|dh|rad|dead|around)$/.test(tokens[next]?.text ?? '') ? radius(value, next + 1) : null
}

/** A length alone: `53'`, `48ft`, `(53)`. */
export function takeLength(tokens: readonly Token[], at: number): Taken {
  if (tokens[at]!.text === '(') {
    const inner = lengthAt(tokens, at + 1)
    return inner && tokens[inner.next]?.text === ')'
      ? { mark: { kind: 'length', feet: inner.feet }, next: inner.next + 1 }
      : null
  }
  const found = lengthAt(tokens, at)
  // `53.` alone, and behind a word that speaks of all.
  const isSaid =
    found?.isSigned ||
    (found && at === 0 && tokens.length <= 2) ||
    (found && /^(?:both|all|de|are|is)$/.test(tokens[at - 1]?.text ?? ''))
  return found && isSaid ? { mark: { kind: 'length', feet: found.feet }, next: found.next } : null
}

/** `PR-26014`, `load #55120`, `ref 88213A`, `order 55120`: what a load of ours is called. */
export function takeReference(tokens: readonly Token[], at: number): Taken {
  const token = tokens[at]!
  if (token.kind !== 'word') return null
  // Letters, a hyphen and figures.
  if (
    /^[a-z]{2,4}$/.test(token.text) &&
    tokens[at + 1]?.text === '-' &&
    touches(token, tokens[at + 1]) &&
    tokens[at + 2]?.kind === 'number' &&
    touches(tokens[at + 1], tokens[at + 2]) &&
    tokens[at + 2]!.text.length >= 4
  )
    return { mark: { kind: 'reference', reference: `${token.raw.toUpperCase()}-${tokens[at + 2]!.raw}` }, next: at + 3 }
  if (!/^(?:load|ref|reference|order|shipment|pro|carga)$/.test(token.text)) return null
  let next = at + 1
  while (/^(?:#|:|number|no|\.|id)$/.test(tokens[next]?.text ?? '')) next++
  return referenceAt(tokens, next)
}

/** Figures, or figures with letters around them, written in one: `88213A`, `771-B`, `PR-26014`. */
function referenceAt(tokens: readonly Token[], at: number): Taken {
  let [next, said, hasFigures] = [at, '', false]
  while (next < tokens.length && (next === at || touches(tokens[next - 1], tokens[next]))) {
    const token = tokens[next]!
    if (token.kind === 'sign' && token.text !== '-') break
    if (token.kind === 'number') hasFigures = true
    said += token.raw
    next++
  }
  said = said.replace(/-+$/, '')
  const isReference = hasFigures && said.length >= 4 && said.length <= 20 && !/[.,]/.test(said)
  return isReference ? { mark: { kind: 'reference', reference: said }, next } : null
}
