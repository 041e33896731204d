import { dayOf, daysBetween, hour, type LocalTime, minute, toInstant, toLocal } from './local'

const formatOf = (options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-US', { ...options, timeZone: 'UTC' })
const weekdayFormat = formatOf({ weekday: 'short' })
const dayFormat = formatOf({ weekday: 'short', month: 'short', day: 'numeric' })
const dateFormat = formatOf({ month: 'short', day: 'numeric', year: 'numeric' })
const monthDayFormat = formatOf({ month: 'short', day: 'numeric' })
const monthFormat = formatOf({ month: 'short', year: 'numeric' })

const noonOf = (date: string): Date => new Date(`${date}T12:00:00Z`)

/** `8:00 am`, `noon` stays `12:00 pm`: nobody has to think. */
export function clockWords(local: LocalTime): string {
  const hours = Number(local.slice(11, 13))
  return `${hours % 12 === 0 ? 12 : hours % 12}:${local.slice(14, 16)} ${hours < 12 ? 'am' : 'pm'}`
}

/** `Tue, Nov 24`; `Nov 24, 2025` where it is not the year of `today`. */
export function dayWords(date: string, today?: string): string {
  return today && today.slice(0, 4) !== date.slice(0, 4) ? dateWords(date) : dayFormat.format(noonOf(date))
}

/** `Tue`. */
export const weekdayWords = (date: string): string => weekdayFormat.format(noonOf(date))

/** `Nov 24, 2026`: a date that is read in other years too. */
export const dateWords = (date: string): string => dateFormat.format(noonOf(date))

/** `Sat, Jan 2, 2027`: where a day must not be taken for another. */
export const fullDateWords = (date: string): string => `${dayFormat.format(noonOf(date))}, ${date.slice(0, 4)}`

/** `Nov 24`: where the weekday says nothing. */
export const monthDayWords = (date: string): string => monthDayFormat.format(noonOf(date))

/** `Nov 2026`: a tick of a long axis. */
export const monthWords = (date: string): string => monthFormat.format(noonOf(date))

/** Days from one to another: `Tue, Dec 1`, `Dec 1-5`, `Nov 30-Dec 2`. */
export function daysWords(from: string, to: string): string {
  if (from === to) return dayWords(from)
  const start = monthDayFormat.format(noonOf(from))
  return `${start}-${from.slice(0, 7) === to.slice(0, 7) ? Number(to.slice(8)) : monthDayFormat.format(noonOf(to))}`
}

/** `today`, `tomorrow`, `Thu` within six days, else `Tue, Nov 24`. */
export function nearDayWords(date: string, today: string): string {
  const ahead = daysBetween(today, date)
  if (ahead === 0) return 'today'
  if (ahead === 1) return 'tomorrow'
  if (ahead === -1) return 'yesterday'
  if (ahead > 1 && ahead < 7) return weekdayWords(date)
  return dayWords(date, today)
}

// Building a format costs a hundred times its use.
const zoneFormats = new Map<string, Intl.DateTimeFormat>()

/** The short name of a zone at an instant: `MST`, `MDT`. */
export function zoneWords(instant: number, zone: string): string {
  let format = zoneFormats.get(zone)
  if (!format) {
    format = new Intl.DateTimeFormat('en-US', { timeZone: zone, timeZoneName: 'short' })
    zoneFormats.set(zone, format)
  }
  return format.formatToParts(new Date(instant)).find((part) => part.type === 'timeZoneName')?.value ?? zone
}

/** A day in words with a time of it: `Tue 8:00 am`, `Tue, Nov 24, 8:00 am`. */
export const dayClockWords = (day: string, local: LocalTime): string =>
  `${day}${day.includes(',') ? ',' : ''} ${clockWords(local)}`

/** A window as it is said: `Tue 8:00 am`, `Tue 8:00-11:00 am`, `Tue 8:00 am to Wed 9:00 am`. */
export function windowWords(earliest: LocalTime, latest: LocalTime | null, today: string): string {
  const start = dayClockWords(nearDayWords(dayOf(earliest), today), earliest)
  if (!latest || latest === earliest) return start
  if (dayOf(latest) !== dayOf(earliest))
    return `${start} to ${dayClockWords(nearDayWords(dayOf(latest), today), latest)}`
  const sameHalf = earliest.slice(11) < '12:00' === latest.slice(11) < '12:00'
  return sameHalf ? `${start.slice(0, -3)}-${clockWords(latest)}` : `${start}-${clockWords(latest)}`
}

/** An instant as the desk reads it, in a zone: `1:12 pm` today, `Sun, Nov 22, 1:12 pm` before. */
export function momentWords(instant: number, now: number, zone: string): string {
  const local = toLocal(instant, zone)
  const today = dayOf(toLocal(now, zone))
  return dayOf(local) === today ? clockWords(local) : `${dayWords(dayOf(local), today)}, ${clockWords(local)}`
}

/** A stretch of time in the units that matter: `48 min`, `1 h 48 min`, `3 d 4 h`, `18 d`. */
export function spanWords(milliseconds: number): string {
  const minutes = Math.round(Math.abs(milliseconds) / minute)
  if (minutes < 60) return `${minutes} min`
  if (minutes < 48 * 60) {
    const rest = minutes % 60
    return rest === 0 ? `${Math.floor(minutes / 60)} h` : `${Math.floor(minutes / 60)} h ${rest} min`
  }
  const hours = Math.round(Math.abs(milliseconds) / hour)
  return hours % 24 === 0 || hours >= 96 ? `${Math.floor(hours / 24)} d` : `${Math.floor(hours / 24)} d ${hours % 24} h`
}

/** A stretch of time for a column: `48 min`, `1:48`, `26:05`, from two days on `3 d 4 h`. */
export function spanInColumn(milliseconds: number): string {
  const minutes = Math.round(Math.abs(milliseconds) / minute)
  if (minutes < 60 || minutes >= 48 * 60) return spanWords(milliseconds)
  return `${Math.floor(minutes / 60)}:${(minutes % 60).toString().padStart(2, '0')}`
}

/** A stop's window with its zone: `Tue 8:00-11:00 am MST`. */
export function stopWords(
  stop: { earliestLocal: LocalTime; latestLocal: LocalTime | null; zone: string },
  now: number,
): string {
  const today = dayOf(toLocal(now, stop.zone))
  const words = windowWords(stop.earliestLocal, stop.latestLocal, today)
  return `${words} ${zoneWords(toInstant(stop.earliestLocal, stop.zone), stop.zone)}`
}
