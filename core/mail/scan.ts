import type { Equipment } from '../load/load'
import { takeLength, takeMoney, takeRadius, takeReference, takeWeight } from './amounts'
import { takeCount } from './counts'
import { takeCue } from './cues'
import { takeDay } from './days'
import { takeEquipment } from './equipment'
import { type Token, tokensOf } from './lexer'
import type { Mark, Taken } from './marks'
import type { PlaceFinder } from './place-finder'
import { takePlace } from './places'
import { takeRegions } from './regions-in-text'
import { nameAt } from './trailer-names'

export interface ScanContext {
  /** The day of the mail by its sender's clock. */
  today: string
  finder: PlaceFinder
  /** The state that the list is of just now: names alone are looked for there first. */
  region: string | null
  /** What this sender calls trailers, learnt from what was put right. */
  trailers?: ReadonlyMap<string, Equipment>
}

const clock = /^(?:am|pm|a\.m|p\.m|hrs|hours|h)$/

/** `8 am`, `14:00`, `@ 1400`: a time of day, which counts nothing. Returns the index behind it, or -1. */
function timeEnd(tokens: readonly Token[], at: number): number {
  const token = tokens[at]!
  if (token.kind !== 'number') return -1
  const next = tokens[at + 1]?.text ?? ''
  if (clock.test(next)) return at + 2
  if (next === ':' && tokens[at + 2]?.kind === 'number') return clock.test(tokens[at + 3]?.text ?? '') ? at + 4 : at + 3
  const before = tokens[at - 1]?.text ?? ''
  if (/^\d{4}$/.test(token.text) && /^(?:@|by)$/.test(before)) return at + 1
  return /^(?:0\d{3})$/.test(token.text) ? at + 1 : -1
}

/** `208-555-0150`, `(208) 555-0150`, `MC 712345`, ZIP codes behind a state: numbers that say nothing of a truck. Returns the index behind, or -1. */
function numberEnd(tokens: readonly Token[], at: number): number {
  const digits = (index: number, count: number) =>
    tokens[index]?.text.length === count && tokens[index]?.kind === 'number'
  if (
    digits(at, 3) &&
    /^[-.]$/.test(tokens[at + 1]?.text ?? '') &&
    digits(at + 2, 3) &&
    /^[-.]$/.test(tokens[at + 3]?.text ?? '') &&
    digits(at + 4, 4)
  )
    return at + 5
  if (/^(?:mc|dot|usdot|ext|unit|truck|trailer|trk|tractor|seal|invoice|suite|ste)$/.test(tokens[at]?.text ?? '')) {
    const skip = /^[#:]$/.test(tokens[at + 1]?.text ?? '') ? 1 : 0
    if (tokens[at + 1 + skip]?.kind === 'number' && !isLengthWord(tokens, at + 2 + skip)) return at + 2 + skip
  }
  return -1
}
const isLengthWord = (tokens: readonly Token[], at: number) =>
  /^(?:ft|foot|feet|'|’|van|reefer|flatbed)$/.test(tokens[at]?.text ?? '')

/** What one stretch of a text says, in its order; `offset` is where it begins in its part. Words that say nothing are left out. */
export function scan(text: string, offset: number, context: ScanContext): Mark[] {
  const tokens = tokensOf(text, offset)
  const isShouting = text === text.toUpperCase()
  const marks: Mark[] = []
  const add = (taken: NonNullable<Taken>, at: number) =>
    marks.push({ ...taken.mark, span: { from: tokens[at]!.from, to: tokens[taken.next - 1]!.to } } as Mark)
  for (let at = 0; at < tokens.length; ) {
    const skipped = Math.max(timeEnd(tokens, at), numberEnd(tokens, at))
    if (skipped > at) {
      at = skipped
      continue
    }
    const taken = takeAt(tokens, at, context, isShouting)
    if (taken) {
      add(taken, at)
      at = taken.next
      continue
    }
    const token = tokens[at]!
    if (token.kind === 'sign' && /^[-,;:.|/()!?\t•*~]$/.test(token.text))
      add({ mark: { kind: 'sign', sign: token.text }, next: at + 1 }, at)
    if (token.kind === 'word' && /^(?:am|morning)$/.test(token.text) && tokens[at - 1]?.text === 'the')
      add({ mark: { kind: 'morning' }, next: at + 1 }, at)
    at++
  }
  return marks
}

/** A trailer by a word of this sender's own, of one word or two. */
function takeOwnTrailer(tokens: readonly Token[], at: number, trailers: ScanContext['trailers']): Taken {
  if (!trailers || trailers.size === 0) return null
  for (const count of [2, 1]) {
    const words = tokens
      .slice(at, at + count)
      .map(({ text }) => text)
      .join(' ')
    const equipment = trailers.get(words)
    if (equipment)
      return { mark: { kind: 'equipment', equipment, lengthFt: null, count: null, confidence: 0.95 }, next: at + count }
  }
  return null
}

function takeAt(tokens: readonly Token[], at: number, context: ScanContext, isShouting: boolean): Taken {
  const token = tokens[at]!
  if (token.kind === 'number' || token.text === '$' || token.text === '(') {
    return (
      takeMoney(tokens, at) ??
      takeRadius(tokens, at) ??
      takeDay(tokens, at, context.today) ??
      takeEquipment(tokens, at) ??
      takeWeight(tokens, at) ??
      takeLength(tokens, at) ??
      takeCount(tokens, at)
    )
  }
  if (token.kind === 'sign') return takeCue(tokens, at)
  return (
    takeOwnTrailer(tokens, at, context.trailers) ??
    takeReference(tokens, at) ??
    takeMoney(tokens, at) ??
    takeRadius(tokens, at) ??
    takeEquipment(tokens, at) ??
    takePlaceFirst(tokens, at, context, isShouting) ??
    takeDay(tokens, at, context.today) ??
    takeCueOrRegions(tokens, at, isShouting) ??
    takeCount(tokens, at)
  )
}

/** A place, unless a region of the same words is meant (`North Carolina`, `the West`). */
function takePlaceFirst(tokens: readonly Token[], at: number, context: ScanContext, isShouting: boolean): Taken {
  const place = takePlace(tokens, at, context.finder, context.region, isShouting)
  if (!place) return null
  const regions = takeRegions(tokens, at)
  // `Oregon`, `Washington`: the state, unless a state is named behind it.
  if (regions && regions.next >= place.next && tokens[at]!.raw !== 'LA') return null
  return place
}

function takeCueOrRegions(tokens: readonly Token[], at: number, isShouting: boolean): Taken {
  const [cue, regions] = [takeCue(tokens, at), takeRegions(tokens, at)]
  if (
    cue?.mark.kind === 'cue' &&
    cue.mark.cue === 'gone' &&
    tokens.slice(Math.max(0, at - 4), at).some(({ text }) => text === 'if')
  )
    return null
  // `IN` and `OR` are states where they are written as such: alone in capitals, or among other states.
  const isCode = (token: Token | undefined) => token?.raw.length === 2 && /^[A-Z]{2}$/.test(token.raw)
  const isEmptyIn =
    tokens[at]!.text === 'mt' &&
    (/^(?:in|at|now|today|near|tomorrow|@)$/.test(tokens[at + 1]?.text ?? '') || nameAt(tokens, at + 1) !== null)
  const isListedCode =
    !isEmptyIn && isCode(tokens[at]) && (!isShouting || isCode(tokens[at - 1]) || isCode(tokens[at + 1]))
  if (regions && isListedCode && regions.next === at + 1) return regions
  // In a text all in capitals `OR` and `IN` are words.
  if (isShouting && /^(?:or|in|on|me|hi|as)$/.test(tokens[at]!.text) && !/^[/,&-]$/.test(tokens[at - 1]?.text ?? ''))
    return cue
  if (cue && regions) return regions.next > cue.next || regions.mark.kind === 'anywhere' ? regions : cue
  return cue ?? regions
}
