import { dayOf, daysBetween, hour, type LocalTime, minute, toInstant, toLocal } from './local'

const weekdays = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** `8:00 am`, `noon` stays `12:00 pm`: nobody has to think. */
export function clockWords(local: LocalTime): string {
  const hours = Number(local.slice(11, 13))
  return `${hours % 12 === 0 ? 12 : hours % 12}:${local.slice(14, 16)} ${hours < 12 ? 'am' : 'pm'}`
}

/** `Tue 24 Nov`, with the year where it is not the year of `today`. */
export function dayWords(date: string, today?: string): string {
  const at = new Date(`${date}T00:00:00Z`)
  const words = `${weekdays[at.getUTCDay()]} ${at.getUTCDate()} ${months[at.getUTCMonth()]}`
  return today && today.slice(0, 4) !== date.slice(0, 4) ? `${words} ${date.slice(0, 4)}` : words
}

/** `today`, `tomorrow`, `Thu` within six days, else `Tue 24 Nov`. */
export function nearDayWords(date: string, today: string): string {
  const ahead = daysBetween(today, date)
  if (ahead === 0) return 'today'
  if (ahead === 1) return 'tomorrow'
  if (ahead === -1) return 'yesterday'
  if (ahead > 1 && ahead < 7) return weekdays[new Date(`${date}T00:00:00Z`).getUTCDay()]!
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

/** A window as it is said: `Tue 8:00 am`, `Tue 8:00-11:00 am`, `Tue 8:00 am to Wed 9:00 am`. */
export function windowWords(earliest: LocalTime, latest: LocalTime | null, today: string): string {
  const start = `${nearDayWords(dayOf(earliest), today)} ${clockWords(earliest)}`
  if (!latest || latest === earliest) return start
  if (dayOf(latest) !== dayOf(earliest))
    return `${start} to ${nearDayWords(dayOf(latest), today)} ${clockWords(latest)}`
  const sameHalf = earliest.slice(11) < '12:00' === latest.slice(11) < '12:00'
  return sameHalf ? `${start.slice(0, -3)}-${clockWords(latest)}` : `${start}-${clockWords(latest)}`
}

/** An instant as the desk reads it, in a zone: `1:12 pm` today, `Sun 22 Nov 1:12 pm` before. */
export function momentWords(instant: number, now: number, zone: string): string {
  const local = toLocal(instant, zone)
  const today = dayOf(toLocal(now, zone))
  return dayOf(local) === today ? clockWords(local) : `${dayWords(dayOf(local), today)} ${clockWords(local)}`
}

/** A stretch of time in the units that matter: `48 min`, `1 h 48`, `3 d 4 h`, `18 d`. */
export function spanWords(milliseconds: number): string {
  const minutes = Math.round(Math.abs(milliseconds) / minute)
  if (minutes < 60) return `${minutes} min`
  if (minutes < 48 * 60) {
    const rest = minutes % 60
    return rest === 0
      ? `${Math.floor(minutes / 60)} h`
      : `${Math.floor(minutes / 60)} h ${rest.toString().padStart(2, '0')}`
  }
  const hours = Math.round(Math.abs(milliseconds) / hour)
  return hours % 24 === 0 || hours >= 96 ? `${Math.floor(hours / 24)} d` : `${Math.floor(hours / 24)} d ${hours % 24} h`
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
