import { and, desc, eq, isNotNull, sql } from 'drizzle-orm'
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

const lookedAt = 300
const shown = 12

/** What a customer shipped lately, each freight once with what it was last like, the latest first. */
export const usualFreightOf = (db: Db, customerId: number) =>
  db.all<UsualFreight>(sql`
    with recent as (select id, commodity, weight_lb, pallets, equipment from load
                    where customer_id = ${customerId} order by created_at desc limit ${sql.raw(String(lookedAt))})
    select commodity, weight_lb weightLb, pallets, equipment from recent
    where id in (select max(id) from recent group by commodity) order by id desc limit ${sql.raw(String(shown))}`)

export interface UsualFreight {
  commodity: string
  weightLb: number
  pallets: number | null
  equipment: Equipment
}
