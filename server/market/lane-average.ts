import { addDays, dayOf, toLocal } from '#core/time/local'
import { tradeAreas } from '#server/atlas.server'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'

/** What the market paid of late between the areas of a lane's ends, as it would be for the lane's own miles. */
export interface LaneAverage {
  from: string
  to: string
  /** Newest first: the last week, and the four before it. Null where nothing was reported. */
  lastWeek: WeightedAverage | null
  before: WeightedAverage | null
  newestDay: string
}

export interface WeightedAverage {
  averageMinor: number
  loads: number
  days: number
}

const lookedDays = 35
const week = 7

const rowsQuery = prepared((db) =>
  db.$client.prepare(
    'select day, average_minor averageMinor, miles, count from market_average where origin_postal in (select value from json_each(?)) and dest_postal in (select value from json_each(?)) and equipment = ? and day >= ? order by day desc',
  ),
)

interface Row {
  day: string
  averageMinor: number
  miles: number
  count: number
}

/** The market's averages for a lane by its trade areas; null where none was reported in five weeks. */
export function laneAverage(
  db: Db,
  lane: { originPostal: string; destPostal: string; equipment: string; miles: number },
  now: number,
): LaneAverage | null {
  const [from, to] = [tradeAreas().of(lane.originPostal), tradeAreas().of(lane.destPostal)]
  if (!from || !to) return null
  const today = dayOf(toLocal(now, officeOf(db).zone))
  const rows = rowsQuery(db).all(
    JSON.stringify(from.prefixes),
    JSON.stringify(to.prefixes),
    lane.equipment,
    addDays(today, -lookedDays),
  ) as Row[]
  const newest = rows[0]
  if (!newest) return null
  const since = addDays(newest.day, -week)
  return {
    from: from.name,
    to: to.name,
    newestDay: newest.day,
    lastWeek: weighted(
      rows.filter(({ day }) => day > since),
      lane.miles,
    ),
    before: weighted(
      rows.filter(({ day }) => day <= since),
      lane.miles,
    ),
  }
}

/** The mean by loads, each row brought to the lane's own miles. */
function weighted(rows: Row[], miles: number): WeightedAverage | null {
  const loads = rows.reduce((sum, { count }) => sum + count, 0)
  if (loads === 0) return null
  const sum = rows.reduce(
    (total, row) => total + row.count * row.averageMinor * (row.miles > 0 ? miles / row.miles : 1),
    0,
  )
  return { averageMinor: Math.round(sum / loads / 500) * 500, loads, days: rows.length }
}
