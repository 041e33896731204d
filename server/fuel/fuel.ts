import { asc, desc, eq, gte, sql } from 'drizzle-orm'
import { type DieselPrice, type FuelTable, nationalArea } from '#core/fuel/fuel'
import type { FuelShare } from '#core/rates/account'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { type Db, inTransaction, prepared } from '#server/db.server'
import { customer, dieselPrice, fuelTable } from '#server/schema'
import { brokerage } from '#server/settings.server'

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
  const since = addDays(dayOf(toLocal(now, brokerage.zone)), -usualDays)
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

/** Every fuel table with how many customers pay by it. */
export function listFuelTables(db: Db) {
  const users = sql<number>`(select count(*) from customer where customer.fuel_table_id = ${sql.raw('fuel_table.id')})`
  return db
    .select({
      id: fuelTable.id,
      name: fuelTable.name,
      baseE3: fuelTable.baseE3,
      stepE3: fuelTable.stepE3,
      basis: fuelTable.basis,
      addE4: fuelTable.addE4,
      begunStepCounts: fuelTable.begunStepCounts,
      customers: users,
    })
    .from(fuelTable)
    .orderBy(asc(fuelTable.name))
    .all()
}

/** Makes a fuel table, or changes one: what was quoted before keeps its own figures. */
export function saveFuelTable(
  db: Db,
  id: number | null,
  table: FuelTable,
): { id: number } | { refusal: { code: 'name_taken' | 'no_such_table'; message: string } } {
  return inTransaction(db, () => {
    const same = db.select({ id: fuelTable.id }).from(fuelTable).where(eq(fuelTable.name, table.name)).get()
    if (same && same.id !== id)
      return { refusal: { code: 'name_taken' as const, message: `There is a table ${table.name} already.` } }
    if (id === null) return db.insert(fuelTable).values(table).returning({ id: fuelTable.id }).get()
    const changed = db.update(fuelTable).set(table).where(eq(fuelTable.id, id)).returning({ id: fuelTable.id }).get()
    return changed ?? { refusal: { code: 'no_such_table' as const, message: 'There is no such table.' } }
  })
}

/** Removes a table nobody pays by. */
export function removeFuelTable(
  db: Db,
  id: number,
): { removed: number } | { refusal: { code: 'table_in_use'; message: string } } {
  return inTransaction(db, () => {
    const used = db.select({ name: customer.name }).from(customer).where(eq(customer.fuelTableId, id)).limit(3).all()
    if (used.length > 0)
      return {
        refusal: { code: 'table_in_use' as const, message: `${used.map(({ name }) => name).join(', ')} pay by it.` },
      }
    db.delete(fuelTable).where(eq(fuelTable.id, id)).run()
    return { removed: id }
  })
}
