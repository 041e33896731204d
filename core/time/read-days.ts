import { addDays, isDay } from './local'
import { readDayWords } from './read-when'

/**
 * Reads a day or a span of days as sheets and people write them, relative to `today`: `12/1`,
 * `2026-12-01`, `Dec 1`, `1 Dec 2026`, `tue`, `12/1 to 12/5`, `12/1-12/5`, `week of 12/7`. Null for anything else.
 */
export function readDays(text: string, today: string): { from: string; to: string } | null {
  const words = text.trim().toLowerCase().replace(/\s+/g, ' ')
  const week = /^(?:week of|wk of|w\/o|week) (.+)$/.exec(words)
  if (week) {
    const from = readOne(week[1]!, today)
    return from === null ? null : { from, to: addDays(from, 6) }
  }
  const whole = readOne(words, today)
  if (whole) return { from: whole, to: whole }
  const between = /\s*(?:\bto\b|\.\.|–|—|\bthrough\b|\bthru\b| - )\s*/
  const parts = words.split(between.test(words) ? between : '-')
  if (parts.length !== 2) return null
  const from = readOne(parts[0]!, today)
  // `dec 1-5`: the month said once holds for both.
  const isBare = /^\d{1,2}$/.test(parts[1]!)
  const to =
    from &&
    (readOne(parts[1]!, from) ?? (isBare ? readOne(parts[0]!.replace(/\d{1,2}(?=\D*$)/, parts[1]!), from) : null))
  return from && to && to >= from ? { from, to } : null
}

function readOne(words: string, today: string): string | null {
  const read = readDayWords(words.replace(/ 0?0:00(:00)?$/, ''), today)
  return read && isDay(read) ? read : null
}
