import { asc, count, desc, eq, inArray, type SQL, sql } from 'drizzle-orm'
import type { LoadColumn, LoadQuery } from '#core/load/load-query'
import type { Db } from '#server/db.server'
import { carrier, customer, load, user } from '#server/schema'
import { type AroundLoad, aroundLoads } from './around'
import { conditions } from './conditions'
import { newestMatches } from './words'

const listed = {
  id: load.id,
  number: load.number,
  state: load.state,
  practice: load.practice,
  customerName: customer.name,
  carrierName: carrier.name,
  repName: user.name,
  equipment: load.equipment,
  commodity: load.commodity,
  originCity: load.originCity,
  originRegion: load.originRegion,
  originZone: load.originZone,
  destCity: load.destCity,
  destRegion: load.destRegion,
  destZone: load.destZone,
  miles: load.miles,
  pickupAt: load.pickupAt,
  deliverBy: load.deliverBy,
  sellMinor: load.sellMinor,
  payMinor: load.payMinor,
  createdAt: load.createdAt,
  soldMinor: load.soldMinor,
  currency: load.currency,
  sellRateE6: load.sellRateE6,
  sellRateDay: load.sellRateDay,
  agreedMinor: load.agreedMinor,
  payCurrency: load.payCurrency,
  payRateE6: load.payRateE6,
  payRateDay: load.payRateDay,
}

/** Loads by their ids, in the order of these. */
export function loadsById(db: Db, ids: number[]) {
  const rows = db
    .select(listed)
    .from(load)
    .innerJoin(customer, eq(customer.id, load.customerId))
    .innerJoin(user, eq(user.id, load.repId))
    .leftJoin(carrier, eq(carrier.id, load.carrierId))
    .where(inArray(load.id, ids))
    .all()
  const byId = new Map(rows.map((row) => [row.id, row]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

export type ListedLoad = ReturnType<typeof loadsById>[number]

/** Rows of the list and how many there are in all; `readAs` where a word nobody has was taken for another. The rows are found by their ids first, so that an index serves also far down the list. */
export function listLoads(
  db: Db,
  query: LoadQuery,
  page: { from: number; limit: number },
): { rows: LoadRow[]; total: number; readAs: string | null } {
  const { where, readAs } = conditions(db, query)
  const [counted] = db.select({ total: count() }).from(load).where(where).all()
  return { rows: rowsOf(db, sortedIds(db, query, where, page)), total: counted?.total ?? 0, readAs }
}

/** A load as the list shows it: with what is around it. */
export type LoadRow = ListedLoad & AroundLoad

function rowsOf(db: Db, ids: number[]): LoadRow[] {
  const around = aroundLoads(db, ids)
  return loadsById(db, ids).map((row) => ({ ...row, ...around.get(row.id)! }))
}

/** What all loads of a query come to, in the desk's currency; pay and margin of those that a carrier has. */
export function loadTotals(db: Db, query: LoadQuery): LoadTotals {
  const { where } = conditions(db, query)
  const hasCarrier = sql`${load.payMinor} is not null and ${load.state} <> 'cancelled'`
  const [row] = db
    .select({
      sellMinor: sql<number>`coalesce(sum(${load.sellMinor}), 0)`,
      miles: sql<number>`coalesce(sum(${load.miles}), 0)`,
      booked: sql<number>`coalesce(sum(${hasCarrier}), 0)`,
      bookedSellMinor: sql<number>`coalesce(sum(case when ${hasCarrier} then ${load.sellMinor} end), 0)`,
      payMinor: sql<number>`coalesce(sum(case when ${hasCarrier} then ${load.payMinor} end), 0)`,
    })
    .from(load)
    .where(where)
    .all()
  return row!
}

export interface LoadTotals {
  sellMinor: number
  miles: number
  booked: number
  bookedSellMinor: number
  payMinor: number
}

/** The ids of all loads that a query finds, in its order. */
export const loadIds = (db: Db, query: LoadQuery): number[] =>
  sortedIds(db, query, conditions(db, query).where, { from: 0, limit: -1 })

/** The newest loads that hold all of the words; first those whose lane goes the way it was typed. `readAs` as in the list. */
export function findLoads(db: Db, words: string, limit: number): { loads: ListedLoad[]; readAs: string | null } {
  const { ids, readAs } = newestMatches(db, words, limit)
  return { loads: loadsById(db, ids), readAs }
}

/** What each column is sorted by; loads that lack it come last when it rises. */
const sortedBy: Record<LoadColumn, SQL[]> = {
  number: [sql`${load.number}`],
  state: [sql`${load.state}`],
  pickup: [sql`${load.pickupAt}`],
  delivery: [sql`${load.deliverBy}`],
  lane: [sql`${load.originRegion}`, sql`${load.originCity}`, sql`${load.destRegion}`, sql`${load.destCity}`],
  miles: [sql`${load.miles}`],
  customer: [sql`(select search from customer where customer.id = ${load.customerId})`],
  equipment: [sql`${load.equipment}`],
  commodity: [sql`${load.commodity}`],
  carrier: [sql`${load.carrierId} is null`, sql`(select search from carrier where carrier.id = ${load.carrierId})`],
  rep: [sql`(select name from user where user.id = ${load.repId})`],
  sell: [sql`${load.sellMinor}`],
  pay: [sql`${load.payMinor} is null`, sql`${load.payMinor}`],
  margin: [
    sql`${load.payMinor} is null`,
    sql`(${load.sellMinor} - ${load.payMinor}) * 1.0 / nullif(${load.sellMinor}, 0)`,
  ],
  created: [sql`${load.createdAt}`],
}

function sortedIds(
  db: Db,
  { sort }: LoadQuery,
  where: SQL | undefined,
  { from, limit }: { from: number; limit: number },
): number[] {
  const order = sort.direction === 'ascending' ? asc : desc
  return db
    .select({ id: load.id })
    .from(load)
    .where(where)
    .orderBy(...sortedBy[sort.column].map((each) => order(each)), order(load.id))
    .limit(limit)
    .offset(from)
    .all()
    .map(({ id }) => id)
}
