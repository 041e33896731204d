import { numberOf, type Token } from './lexer'
import type { Taken } from './marks'
import { lengthsFt } from './trailer-names'

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
