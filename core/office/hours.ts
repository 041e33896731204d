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
  const fromMonday = [1, 2, 3, 4, 5, 6, 0]
  const runs = fromMonday.reduce<number[][]>((found, day) => {
    const last = found.at(-1)
    if (!days.includes(day)) return last && last.length > 0 ? [...found, []] : found
    if (last) last.push(day)
    return last ? found : [[day]]
  }, [])
  return runs
    .filter((run) => run.length > 0)
    .map((run) => {
      const names = run.map((day) => weekdays[day]!.slice(0, 3))
      return names.length > 2 ? `${names[0]}-${names.at(-1)}` : names.join(', ')
    })
    .join(', ')
}
