import { addDays, dayOf, toLocal } from '../time/local'
import { clockWords, dayWords, zoneWords } from '../time/words'
import { type Office, weekdays } from './office'

/** Holidays this many days ahead are told of. */
const aheadDays = 14

/** When somebody is at the desk, as a carrier reads it: `Mon-Fri, 7:00 am-6:00 pm MST; closed Fri, Dec 25`. */
export function officeHoursWords({ hours, zone }: Pick<Office, 'hours' | 'zone'>, now: number): string {
  const today = dayOf(toLocal(now, zone))
  const clock = (time: string) => clockWords(`${today}T${time}`)
  const closed = hours.holidays
    .filter(({ day }) => day >= today && day <= addDays(today, aheadDays))
    .map(({ day }) => dayWords(day))
  const open = `${daysOpen(hours.days)}, ${clock(hours.opens)}-${clock(hours.closes)} ${zoneWords(now, zone)}`
  return closed.length === 0 ? open : `${open}; closed ${closed.join(' and ')}`
}

/** `Mon-Fri`; `Mon, Wed-Fri`: the week begins on Monday, and days in a row are a range. */
function daysOpen(days: readonly number[]): string {
  const runs: number[][] = []
  let isInRun = false
  for (const day of [1, 2, 3, 4, 5, 6, 0]) {
    const isOpen = days.includes(day)
    if (isOpen && isInRun) runs.at(-1)!.push(day)
    else if (isOpen) runs.push([day])
    isInRun = isOpen
  }
  return runs
    .map((run) => {
      const names = run.map((day) => weekdays[day]!.slice(0, 3))
      return names.length > 2 ? `${names[0]}-${names.at(-1)}` : names.join(', ')
    })
    .join(', ')
}

/** Whether somebody is at the desk at an instant (UTC milliseconds), by the office's own clock. */
export function isOfficeOpen({ hours, zone }: Pick<Office, 'hours' | 'zone'>, now: number): boolean {
  const local = toLocal(now, zone)
  const day = dayOf(local)
  const time = local.slice(11, 16)
  if (hours.holidays.some((holiday) => holiday.day === day)) return false
  return hours.days.includes(new Date(`${day}T00:00:00Z`).getUTCDay()) && time >= hours.opens && time < hours.closes
}
