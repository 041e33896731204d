import { asc, desc, eq, gte } from 'drizzle-orm'
import { type DieselPrice, nationalArea } from '#core/fuel/fuel'
import type { FuelShare } from '#core/rates/account'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { dieselPrice } from '#server/schema'

const latest = prepared((db) =>
  db
    .select()
    .from(dieselPrice)
    .where(eq(dieselPrice.area, nationalArea))
    .orderBy(desc(dieselPrice.week))
    .limit(1)
    .prepare(),
)

/** The newest national price of diesel; null before the feed was ever read. */
export const latestDiesel = (db: Db): DieselPrice | null => latest(db).get() ?? null

/** So many days back is what diesel usually was, when a rate is accounted for. */
const usualDays = 540

const usual = prepared((db) =>
  db.$client.prepare("select avg(price_e3) usual from diesel_price where area = 'US' and week >= ?"),
)

/** How diesel stands against what it usually was; null without a feed. */
export function fuelShare(db: Db, now: number): FuelShare | null {
  const newest = latestDiesel(db)
  if (!newest) return null
  const since = addDays(dayOf(toLocal(now, officeOf(db).zone)), -usualDays)
  const { usual: mean } = usual(db).get(since) as { usual: number | null }
  return { now: newest.priceE3 / 1000, usual: (mean ?? newest.priceE3) / 1000 }
}

/** Weeks of diesel from a day on, oldest first, every area. */
export const dieselSince = (db: Db, week: string): DieselPrice[] =>
  db
    .select({ area: dieselPrice.area, week: dieselPrice.week, priceE3: dieselPrice.priceE3 })
    .from(dieselPrice)
    .where(gte(dieselPrice.week, week))
    .orderBy(asc(dieselPrice.week), asc(dieselPrice.area))
    .all()
