import { tzOffset } from '@date-fns/tz'

/** A wall-clock time at a place, `2026-12-01T08:00`, without its zone. */
export type LocalTime = string

export const minute = 60_000
export const hour = 60 * minute
export const day = 24 * hour

const localPattern = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})$/

/** Whether the text is a real wall-clock time (`2026-02-30T08:00` is not). */
export function isLocalTime(text: string): boolean {
  const match = localPattern.exec(text)
  if (!match) return false
  const [, year, month, date, hours, minutes] = match.map(Number) as [number, number, number, number, number, number]
  const check = new Date(Date.UTC(year, month - 1, date, hours, minutes))
  return (
    check.getUTCMonth() === month - 1 && check.getUTCDate() === date && check.getUTCHours() === hours && minutes < 60
  )
}

/**
 * The instant (UTC milliseconds) of a wall-clock time in an IANA zone. A time the spring change
 * skips is read as the hour after it.
 */
export function toInstant(local: LocalTime, zone: string): number {
  const match = localPattern.exec(local)
  if (!match) throw new Error(`Not a local time: ${local}`)
  const [, year, month, date, hours, minutes] = match.map(Number) as [number, number, number, number, number, number]
  const asIfUtc = Date.UTC(year, month - 1, date, hours, minutes)
  const offset = zoneOffset(zone, asIfUtc)
  const guess = asIfUtc - offset
  const atGuess = zoneOffset(zone, guess)
  if (atGuess === offset) return guess
  const other = asIfUtc - atGuess
  // Neither offset holds at its own answer where the clock jumped over this time.
  return zoneOffset(zone, other) === atGuess ? other : asIfUtc - Math.min(offset, atGuess)
}

/** The wall-clock time of an instant in an IANA zone. */
export function toLocal(instant: number, zone: string): LocalTime {
  return new Date(instant + zoneOffset(zone, instant)).toISOString().slice(0, 16)
}

/** Zones change their offset only on the quarter hour, so one answer holds for it. */
const bucket = 15 * minute
const maxRemembered = 20_000
const remembered = new Map<string, Map<number, number>>()

/** Milliseconds that a zone's clock is ahead of UTC at an instant; asked of the runtime once a quarter hour. */
function zoneOffset(zone: string, instant: number): number {
  let ofZone = remembered.get(zone)
  if (!ofZone || ofZone.size > maxRemembered) {
    ofZone = new Map()
    remembered.set(zone, ofZone)
  }
  const key = Math.floor(instant / bucket)
  let offset = ofZone.get(key)
  if (offset === undefined) {
    offset = tzOffset(zone, new Date(key * bucket)) * minute
    ofZone.set(key, offset)
  }
  return offset
}

/** The calendar day of a wall-clock time, `2026-12-01`. */
export const dayOf = (local: LocalTime): string => local.slice(0, 10)

/** Whether a text is a real calendar day: `2026-02-28`, not `2026-02-30`. */
export function isDay(text: string): boolean {
  const at = /^\d{4}-\d{2}-\d{2}$/.test(text) ? Date.parse(`${text}T00:00:00Z`) : Number.NaN
  return !Number.isNaN(at) && new Date(at).toISOString().startsWith(text)
}

/** Moves a calendar day by whole days; month and year ends included. */
export function addDays(date: string, days: number): string {
  const key = `${date} ${days}`
  const known = moved.get(key)
  if (known !== undefined) return known
  const at = new Date(`${date}T00:00:00Z`)
  const found = new Date(at.getTime() + days * day).toISOString().slice(0, 10)
  if (moved.size >= maxMoved) moved.clear()
  moved.set(key, found)
  return found
}

/** Fifty thousand carriers are asked about the same few days. */
const moved = new Map<string, string>()
const maxMoved = 5000

/** Whole calendar days from one day to another. */
export function daysBetween(from: string, to: string): number {
  return Math.round((new Date(`${to}T00:00:00Z`).getTime() - new Date(`${from}T00:00:00Z`).getTime()) / day)
}

/** Moves a calendar day by whole months; a day the month does not have becomes its last: 31 January and one month is 28 or 29 February. */
export function addMonths(date: string, months: number): string {
  const [year, month, dayOfMonth] = date.split('-').map(Number) as [number, number, number]
  const first = new Date(Date.UTC(year, month - 1 + months, 1))
  const last = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 0)).getUTCDate()
  return `${first.toISOString().slice(0, 8)}${String(Math.min(dayOfMonth, last)).padStart(2, '0')}`
}
