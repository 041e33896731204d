import { TZDate } from '@date-fns/tz'

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
  return check.getUTCMonth() === month - 1 && check.getUTCDate() === date && check.getUTCHours() === hours && minutes < 60
}

/**
 * The instant (UTC milliseconds) of a wall-clock time in an IANA zone. A time the spring change
 * skips is read as the hour after it.
 */
export function toInstant(local: LocalTime, zone: string): number {
  const match = localPattern.exec(local)
  if (!match) throw new Error(`Not a local time: ${local}`)
  const [, year, month, date, hours, minutes] = match.map(Number) as [number, number, number, number, number, number]
  return new TZDate(year, month - 1, date, hours, minutes, zone).getTime()
}

/** The wall-clock time of an instant in an IANA zone. */
export function toLocal(instant: number, zone: string): LocalTime {
  const at = new TZDate(instant, zone)
  const two = (value: number) => value.toString().padStart(2, '0')
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}`
}

/** The calendar day of a wall-clock time, `2026-12-01`. */
export const dayOf = (local: LocalTime): string => local.slice(0, 10)

/** Moves a calendar day by whole days; month and year ends included. */
export function addDays(date: string, days: number): string {
  const at = new Date(`${date}T00:00:00Z`)
  return new Date(at.getTime() + days * day).toISOString().slice(0, 10)
}

/** Whole calendar days from one day to another. */
export function daysBetween(from: string, to: string): number {
  return Math.round((new Date(`${to}T00:00:00Z`).getTime() - new Date(`${from}T00:00:00Z`).getTime()) / day)
}

/** Moves a wall-clock time by minutes, ignoring zone changes: for proposing, not for promising. */
export function addLocalMinutes(local: LocalTime, minutes: number): LocalTime {
  const at = new Date(`${local}:00Z`)
  return new Date(at.getTime() + minutes * minute).toISOString().slice(0, 16)
}
