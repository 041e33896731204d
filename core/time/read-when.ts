import { addDays, isLocalTime, type LocalTime } from './local'

export interface Window {
  earliestLocal: LocalTime
  latestLocal: LocalTime | null
}

const weekdays = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat']

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/** Parts of a day as a dock means them; the reading is shown under the field, so that who means other hours sees it. */
const partsOfDay: Record<string, { from: string; to: string | null }> = {
  morning: { from: '08:00', to: '12:00' },
  afternoon: { from: '12:00', to: '17:00' },
  evening: { from: '17:00', to: '21:00' },
  noon: { from: '12:00', to: null },
  midnight: { from: '00:00', to: null },
}

/**
 * Reads a window as it is said on the phone, relative to the stop's own today: `tue 8`, `tomorrow 8-11`, `today 3p`, `next monday noon`,
 * `nov 30 8a-11`, `tomorrow morning`, `12/1 0800-1700`, `+2 8:30a`, `2026-12-01 08:00`. A weekday is the next one, today included; `next` is the week after
 * this one, which begins on Monday. A bare hour from 1 to 5 is taken as afternoon, from 6 to 12 as written. Answers null where there is no day or no time to
 * be read.
 */
export function readWhen(text: string, today: string): Window | null {
  const words = text
    .trim()
    .toLowerCase()
    .replace(/\s*[-–]\s*(?=\d+(:\d\d)?\s*(am?|pm?)?$)/, '-')
    .replace(/\s+(am?|pm?)\b/g, '$1')
    .replace(/t(?=\d\d:\d\d$)/, ' ')
    .replace(/\s(at|the|in the)\s/g, ' ')
    .split(/\s+/)
  const time = words.pop()
  const date = words.length > 0 && words.length <= 4 ? readDayWords(words.join(' '), today) : null
  const hours = time ? (partsOfDay[time] ?? readHours(time)) : null
  if (!date || !hours) return null
  const earliestLocal = `${date}T${hours.from}`
  const latestLocal = hours.to ? `${hours.to < hours.from ? addDays(date, 1) : date}T${hours.to}` : null
  return isLocalTime(earliestLocal) && (!latestLocal || isLocalTime(latestLocal))
    ? { earliestLocal, latestLocal }
    : null
}

/** A day as it is said in one word or more: what `readDay` reads, `nov 30`, `30 nov 2026`, `Nov. 30, 2026`, `next monday`; null for anything else. */
export function readDayWords(words: string, today: string): string | null {
  const next = /^next ([a-z]{3,9})$/.exec(words)
  if (next) return weekdayOf(next[1]!) >= 0 ? readDay(next[1]!, nextMonday(today)) : null
  const named =
    /^([a-z]{3,9})\.? (\d{1,2})(?:,? (\d{4}))?$/.exec(words) ??
    swapped(/^(\d{1,2}) ([a-z]{3,9})\.?(?:,? (\d{4}))?$/.exec(words))
  const month = named ? months.indexOf(named[1]!.slice(0, 3)) : -1
  return named && month >= 0
    ? readDay(`${month + 1}/${named[2]}${named[3] ? `/${named[3]}` : ''}`, today)
    : readDay(words, today)
}

const swapped = (match: RegExpExecArray | null): (string | undefined)[] | null =>
  match && [match[0], match[2], match[1], match[3]]

const weekdayOf = (word: string) => (word.length >= 3 && word.length <= 9 ? weekdays.indexOf(word.slice(0, 3)) : -1)

const nextMonday = (today: string) => addDays(today, 7 - ((new Date(`${today}T00:00:00Z`).getUTCDay() + 6) % 7))

/** A day as it is said in one word: `tue`, `tomorrow`, `+2`, `12/1`, `12/1/26`, `2026-12-01`; null for anything else. */
export function readDay(word: string, today: string): string | null {
  if (/^(today|tod|now)$/.test(word)) return today
  if (/^(tomorrow|tom|tmrw)$/.test(word)) return addDays(today, 1)
  const ahead = /^\+(\d{1,2})$/.exec(word)
  if (ahead) return addDays(today, Number(ahead[1]))
  const weekday = weekdayOf(word)
  if (weekday >= 0) return addDays(today, (weekday - new Date(`${today}T00:00:00Z`).getUTCDay() + 7) % 7)
  if (/^\d{4}-\d{2}-\d{2}$/.test(word)) return word
  const date = /^(\d{1,2})\/(\d{1,2})(?:\/(\d{2}|\d{4}))?$/.exec(word)
  if (!date) return null
  const two = (value: string) => value.padStart(2, '0')
  const [, , , typedYear = today.slice(0, 4)] = date
  const year = typedYear.length === 2 ? `20${typedYear}` : typedYear
  const written = `${year}-${two(date[1]!)}-${two(date[2]!)}`
  // Without a year, a month long gone is next year's: in December, 1/4 is January.
  const longGone = !date[3] && written < addDays(today, -60)
  return longGone ? `${Number(year) + 1}-${two(date[1]!)}-${two(date[2]!)}` : written
}

function readHours(word: string): { from: string; to: string | null } | null {
  const [first, second, ...more] = word.split('-')
  if (more.length > 0 || first === undefined) return null
  const to = second === undefined ? null : readHour(second, null)
  // `8-11a`: the half of day said once, at the end, holds for both.
  const half = second && !/[ap]m?$/.test(first) ? (/([ap])m?$/.exec(second)?.[1] ?? null) : null
  const from = readHour(first, half)
  if (!from || (second !== undefined && !to)) return null
  return half === 'p' && to && from > to ? { from: readHour(first, 'a')!, to } : { from, to }
}

function readHour(word: string, half: string | null): string | null {
  const match = /^(\d{1,2})(?::?(\d{2}))?([ap])?m?$/.exec(word)
  if (!match) return null
  const said = match[3] ?? half
  const military = /^\d{4}$|^\d{2}:\d{2}$/.test(word)
  let hours = Number(match[1])
  if (said === 'p' && hours < 12) hours += 12
  else if (said === 'a' && hours === 12) hours = 0
  else if (!said && !military && hours >= 1 && hours <= 5) hours += 12
  const minutes = Number(match[2] ?? 0)
  if (hours > 23 || minutes > 59) return null
  return `${hours.toString().padStart(2, '0')}:${minutes.toString().padStart(2, '0')}`
}

/**
 * Reads until when an offer is valid, as a wall-clock time of the desk: `5p`, `17:00`, `30m`, `2h`,
 * `tomorrow 9`. A bare clock time that has passed today is tomorrow's.
 */
export function readUntil(text: string, nowLocal: LocalTime): LocalTime | null {
  const span = /^(\d{1,3})\s*(m|min|h|hr)$/i.exec(text.trim())
  if (span) {
    const minutes = Number(span[1]) * (span[2]!.toLowerCase().startsWith('h') ? 60 : 1)
    return new Date(new Date(`${nowLocal}:00Z`).getTime() + minutes * 60_000).toISOString().slice(0, 16)
  }
  const today = nowLocal.slice(0, 10)
  const bare = readWhen(`today ${text.trim()}`, today)
  if (bare && !bare.latestLocal) {
    return bare.earliestLocal > nowLocal ? bare.earliestLocal : `${addDays(today, 1)}T${bare.earliestLocal.slice(11)}`
  }
  const dated = readWhen(text, today)
  return dated && !dated.latestLocal ? dated.earliestLocal : null
}
