import { addDays } from '../time/local'
import type { Fact } from './mail'
import type { Mark } from './marks'

/** Words after which a mail says until when its price stands. */
const opener =
  /\b(?:(?:good|valid|stands?|holds?|firm|open|offer is good|rates? (?:are )?good) (?:un)?till?|(?:good|valid|stands?|holds?) (?:un)?til|(?:good|valid|holds?) (?:thru|through|for|to|by)|expires?(?: at| on| in)?|let me know (?:by|before)|need (?:to know|an answer) (?:by|before)|answer by|until|confirm by|book by)\b/i
const span = /^\s*(?:the )?(?:next )?(\d{1,2}|an|one|two|three) (hours?|hrs?|h|minutes?|min)\b/i
const clock =
  /\b(?:(\d{1,2})(?::(\d{2}))? ?(am|pm|a\.m|p\.m|a|p)\b|(noon|midnight|eod|cob|close of business|end of (?:the )?day))|\b(\d{1,2}):(\d{2})\b/i
const numberWords: Record<string, number> = { an: 1, one: 1, two: 2, three: 3 }

const two = (value: number) => String(value).padStart(2, '0')

/** A moment of the sender's clock, minutes later. */
function later(sentAt: string, minutes: number): string {
  const local = new Date(`${sentAt.slice(0, 19)}Z`).getTime() + minutes * 60_000
  return `${new Date(local).toISOString().slice(0, 19)}${sentAt.slice(19)}`
}

const wordClock = (word: string): string => {
  if (/noon/i.test(word)) return '12:00'
  return /midnight/i.test(word) ? '00:00' : '17:00'
}

function timeOf(text: string): string | null {
  const match = clock.exec(text)
  if (!match) return null
  const [, hour, minute, half, word, hour24, minute24] = match
  if (word) return wordClock(word)
  if (hour24) return `${two(Number(hour24))}:${minute24}`
  const read = (Number(hour) % 12) + (half!.toLowerCase().startsWith('p') ? 12 : 0)
  return read < 24 ? `${two(read)}:${minute ?? '00'}` : null
}

/** Until when a sentence says that its price stands, with the sender's offset, and where the words of it begin; null where it says nothing. */
export function readExpiry(
  text: string,
  offset: number,
  marks: readonly Mark[],
  sentAt: string,
  part: number,
): { fact: Fact<string>; from: number } | null {
  const match = opener.exec(text)
  if (!match) return null
  const start = match.index + match[0].length
  const rest = text.slice(start, start + 60)
  const where = { part, from: offset + match.index, to: offset + Math.min(text.length, start + 24) }
  const made = (value: string, confidence: number) => ({
    fact: { value, at: where, confidence },
    from: offset + match.index,
  })
  const ahead = span.exec(rest)
  if (ahead) {
    const count = numberWords[ahead[1]!.toLowerCase()] ?? Number(ahead[1])
    return made(later(sentAt, count * (ahead[2]!.toLowerCase().startsWith('m') ? 1 : 60)), 0.95)
  }
  const day = marks.find(
    (mark): mark is Extract<Mark, { kind: 'day' }> => mark.kind === 'day' && mark.span.from >= offset + start,
  )
  const time = timeOf(rest)
  if (!day && !time) return null
  const today = sentAt.slice(0, 10)
  const on = day?.to ?? day?.from ?? (time! <= sentAt.slice(11, 16) ? addDays(today, 1) : today)
  return made(`${on}T${time ?? '23:59'}:00${sentAt.slice(19)}`, 0.9)
}
