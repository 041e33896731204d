import { addDays, isLocalTime, type LocalTime } from './local'

export interface Window {
  earliestLocal: LocalTime
  latestLocal: LocalTime | null
}

const weekdays = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday']

const months = [
  'january',
  'february',
  'march',
  'april',
  'may',
  'june',
  'july',
  'august',
  'september',
  'october',
  'november',
  'december',
]

/** Which of the names a word of three letters or more is the beginning of; -1 for none. */
const beginningOf = (names: readonly string[], word: string): number =>
  word.length < 3 ? -1 : names.findIndex((name) => name.startsWith(word))

/** Parts of a day as a dock means them; the reading is shown under the field, so that who means other hours sees it. */
const partsOfDay: Record<string, Hours> = {
  morning: { from: '08:00', to: '12:00' },
  afternoon: { from: '12:00', to: '17:00' },
  evening: { from: '17:00', to: '21:00' },
  noon: { from: '12:00', to: null },
  midnight: { from: '00:00', to: null },
}

/** When a dock takes trucks: wall-clock times of its own zone, `08:00` to `16:30`. */
export interface DockHours {
  opens: string
  closes: string
}

/** What a window is read against. Without it a bare hour, `asap` and a bare day at a dock of unknown hours have less to go by. */
export interface WhenContext {
  /** The stop's own wall-clock time now. */
  now?: LocalTime
  /** A bare hour is the first one after this: now for a pickup, the stop before for a delivery. */
  after?: LocalTime
  dock?: DockHours | null
}

/** What a day without an hour means where the dock's hours are not known. */
export const usualDockHours: DockHours = { opens: '08:00', closes: '17:00' }

/**
 * Reads a window as it is said on the phone, relative to the stop's own today: `tue 8`, `tomorrow 8-11`, `today 3p`, `next monday noon`,
 * `nov 30 8a-11`, `tomorrow morning`, `fri by 10p`, `12/1 after 2p`, `12/1 0800-1700`, `+2 8:30a`, `2026-12-01 08:00`. A weekday is the next one, today
 * included; `next` is the week after this one, which begins on Monday. A bare hour from 1 to 5 is taken as afternoon, from 6 to 12 as written. A bare day
 * takes the dock's hours, a bare time is the next one there is, `asap` is from now until the dock closes. Answers null where nothing can be read.
 */
export function readWhen(text: string, today: string, context: WhenContext = {}): Window | null {
  const said = text
    .trim()
    .toLowerCase()
    .replace(/\s*[-–]\s*(?=\d+(:\d\d)?\s*(am?|pm?)?$)/, '-')
    .replace(/\s+(am?|pm?)\b/g, '$1')
    .replace(/t(?=\d\d:\d\d$)/, ' ')
    .replace(/\s(at|the|in the)\s/g, ' ')
  if (/^(today )?asap$/.test(said)) return context.now ? soonest(context.now, context.dock) : null
  const bareDay = said.split(/\s+/).length <= 4 ? readDayWords(said, today) : null
  if (bareDay) return dockWindow(bareDay, context.dock ?? usualDockHours)
  const words = said.split(/\s+/)
  const time = words.pop()
  const bound = /^(by|before|after)$/.test(words.at(-1) ?? '') ? words.pop()! : null
  const read = time ? (partsOfDay[time] ?? readHours(time)) : null
  const hours = read && bound ? bounded(read, bound, context.dock ?? null) : read
  if (!hours) return null
  if (words.length === 0) return context.now ? nextWindow(hours, context.after ?? context.now) : null
  const date = words.length <= 4 ? readDayWords(words.join(' '), today) : null
  return date ? windowOn(date, hours) : null
}

interface Hours {
  from: string
  to: string | null
}

/** The hours of a day; those that end before they begin end on the next. Null where there is no such day. */
function windowOn(date: string, hours: Hours): Window | null {
  const earliestLocal = `${date}T${hours.from}`
  const latestLocal = hours.to ? `${hours.to < hours.from ? addDays(date, 1) : date}T${hours.to}` : null
  return isLocalTime(earliestLocal) && (!latestLocal || isLocalTime(latestLocal))
    ? { earliestLocal, latestLocal }
    : null
}

const dockWindow = (date: string, dock: DockHours): Window | null =>
  windowOn(date, { from: dock.opens, to: dock.closes === dock.opens ? null : dock.closes })

/** The first such hours that have not ended by then. */
function nextWindow(hours: Hours, after: LocalTime): Window | null {
  const day = after.slice(0, 10)
  const first = windowOn(day, hours)
  return first && (first.latestLocal ?? first.earliestLocal) <= after ? windowOn(addDays(day, 1), hours) : first
}

/** `by 10p` is from the dock's opening until then, `after 2p` from then until it closes. */
function bounded(hours: Hours, bound: string, dock: DockHours | null): Hours | null {
  if (hours.to !== null) return null
  if (bound === 'after') return { from: hours.from, to: dock && dock.closes > hours.from ? dock.closes : null }
  return { from: dock && dock.opens < hours.from ? dock.opens : '00:00', to: hours.from }
}

/** From the next quarter of an hour until the dock closes today; open-ended where it is closed by then or its hours are not known. */
function soonest(now: LocalTime, dock: DockHours | null | undefined): Window {
  const quarter = 15 * 60_000
  const at = new Date(Math.ceil(new Date(`${now}:00Z`).getTime() / quarter) * quarter).toISOString().slice(0, 16)
  const closes = dock ? `${at.slice(0, 10)}T${dock.closes}` : null
  return { earliestLocal: at, latestLocal: closes && closes > at ? closes : null }
}

/** A day as it is said in one word or more: what `readDay` reads, `nov 30`, `30 nov 2026`, `Nov. 30, 2026`, `next monday`; null for anything else. */
export function readDayWords(words: string, today: string): string | null {
  const next = /^next ([a-z]{3,9})$/.exec(words)
  if (next) return weekdayOf(next[1]!) >= 0 ? readDay(next[1]!, nextMonday(today)) : null
  const named =
    /^([a-z]{3,9})\.? (\d{1,2})(?:,? (\d{4}))?$/.exec(words) ??
    swapped(/^(\d{1,2}) ([a-z]{3,9})\.?(?:,? (\d{4}))?$/.exec(words))
  const month = named ? beginningOf(months, named[1]!) : -1
  return named && month >= 0
    ? readDay(`${month + 1}/${named[2]}${named[3] ? `/${named[3]}` : ''}`, today)
    : readDay(words, today)
}

const swapped = (match: RegExpExecArray | null): (string | undefined)[] | null =>
  match && [match[0], match[2], match[1], match[3]]

const weekdayOf = (word: string) => beginningOf(weekdays, word === 'weds' ? 'wed' : word)

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

function readHours(word: string): Hours | null {
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
 * Reads until when an offer is valid, as a wall-clock time of the desk: `5p`, `17:00`, `by 5p`, `30m`,
 * `2h`, `tomorrow 9`. A bare clock time that has passed today is tomorrow's.
 */
export function readUntil(text: string, nowLocal: LocalTime): LocalTime | null {
  const span = /^(\d{1,3})\s*(m|min|h|hr)$/i.exec(text.trim())
  if (span) {
    const minutes = Number(span[1]) * (span[2]!.toLowerCase().startsWith('h') ? 60 : 1)
    return new Date(new Date(`${nowLocal}:00Z`).getTime() + minutes * 60_000).toISOString().slice(0, 16)
  }
  const today = nowLocal.slice(0, 10)
  const said = text.trim().replace(/^(by|till?|until) /i, '')
  const bare = readWhen(`today ${said}`, today)
  if (bare && !bare.latestLocal) {
    return bare.earliestLocal > nowLocal ? bare.earliestLocal : `${addDays(today, 1)}T${bare.earliestLocal.slice(11)}`
  }
  const dated = readWhen(said, today)
  return dated && !dated.latestLocal ? dated.earliestLocal : null
}
