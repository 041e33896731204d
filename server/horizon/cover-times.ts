import { and, avg, gte, isNotNull } from 'drizzle-orm'
import type { Equipment } from '#core/load/load'
import { day, hour } from '#core/time/local'
import type { Db } from '#server/db.server'
import { load } from '#server/schema'
import { wasHauled } from '#server/schema/hauled'

/** Where the history is silent, a cover is taken to need this long. */
const fallbackHours = 6
const remembered = new WeakMap<object, { until: number; hours: Map<Equipment, number> }>()

/** Hours from opening to award of the last ninety days, by equipment; computed again every ten minutes. */
export function usualCoverHours(db: Db, now: number): (equipment: Equipment) => number {
  let found = remembered.get(db)
  if (!found || found.until < now) {
    const rows = db
      .select({ equipment: load.equipment, span: avg(load.openedAt), end: avg(load.coveredAt) })
      .from(load)
      .where(and(isNotNull(load.coveredAt), gte(load.coveredAt, now - 90 * day), isNotNull(load.openedAt), wasHauled))
      .groupBy(load.equipment)
      .all()
    found = {
      until: now + 10 * 60_000,
      hours: new Map(rows.map((row) => [row.equipment, (Number(row.end) - Number(row.span)) / hour])),
    }
    remembered.set(db, found)
  }
  const { hours } = found
  return (equipment) => hours.get(equipment) ?? fallbackHours
}
