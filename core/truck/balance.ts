import { type RegionName, regionOf, regions } from '../place/regions'
import { addDays } from '../time/local'
import type { OpenLoad } from './fit'
import { lastDayOf, type TruckFacts } from './truck'

/** What stands against each other on one day in one part of the country. */
export interface DayBalance {
  day: string
  loads: number
  trucks: number
}

export interface AreaBalance {
  area: RegionName
  days: DayBalance[]
  loads: number
  trucks: number
}

/**
 * Loads that pick up and trucks that are empty, by part of the country, over so many days from today on. A truck that waits is counted on its
 * first day only, one that is empty before today is there today. Areas with neither are left out; the shortest of trucks come first.
 */
export function balanceByArea(
  trucks: readonly (TruckFacts & { count: number })[],
  loads: readonly OpenLoad[],
  today: string,
  dayCount: number,
): AreaBalance[] {
  const days = Array.from({ length: dayCount }, (_, ahead) => addDays(today, ahead))
  const counts = new Map<string, DayBalance>()
  const add = (region: string, day: string, what: 'loads' | 'trucks', count: number) => {
    const area = regionOf(region)
    if (area === null || !days.includes(day)) return
    const key = `${area} ${day}`
    const cell = counts.get(key) ?? { day, loads: 0, trucks: 0 }
    cell[what] += count
    counts.set(key, cell)
  }
  for (const truck of trucks) {
    const from = truck.fromDay < today && lastDayOf(truck) >= today ? today : truck.fromDay
    add(truck.region, from, 'trucks', truck.count)
  }
  for (const load of loads) add(load.origin.region, load.pickupDay < today ? today : load.pickupDay, 'loads', 1)
  const areas = (Object.keys(regions) as RegionName[]).map((area): AreaBalance => {
    const own = days.map((day) => counts.get(`${area} ${day}`) ?? { day, loads: 0, trucks: 0 })
    const sum = (what: 'loads' | 'trucks') => own.reduce((total, cell) => total + cell[what], 0)
    return { area, days: own, loads: sum('loads'), trucks: sum('trucks') }
  })
  return areas
    .filter((area) => area.loads + area.trucks > 0)
    .toSorted((one, other) => other.loads - other.trucks - (one.loads - one.trucks) || other.loads - one.loads)
}
