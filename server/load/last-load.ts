import { and, desc, eq, isNotNull } from 'drizzle-orm'
import type { Equipment } from '#core/load/load'
import type { Db } from '#server/db.server'
import { load } from '#server/schema'

/** What a customer's last covered load on the equipment was like: what is taken where nobody said otherwise; all null before the first. */
export function lastLoadOf(db: Db, customerId: number, equipment: Equipment) {
  const last = db
    .select({
      commodity: load.commodity,
      commodityHidden: load.commodityHidden,
      weightLb: load.weightLb,
      lengthFt: load.lengthFt,
      tempMinF: load.tempMinF,
      tempMaxF: load.tempMaxF,
    })
    .from(load)
    .where(and(eq(load.customerId, customerId), eq(load.equipment, equipment), isNotNull(load.coveredAt)))
    .orderBy(desc(load.createdAt))
    .limit(1)
    .get()
  return last ?? { ...nothing, lengthFt: equipment === 'flatbed' || equipment === 'step_deck' ? 48 : 53 }
}

const nothing = { commodity: null, commodityHidden: false, weightLb: null, tempMinF: null, tempMaxF: null }
