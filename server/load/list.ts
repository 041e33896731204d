import { and, asc, count, desc, eq, gte, inArray, lt, type SQL, sql } from 'drizzle-orm'
import type { LoadState } from '#core/load/load'
import { type LoadColumn, type LoadQuery, type StateChoice, stateGroups } from '#core/load/load-query'
import { onDesk, onTheWay } from '#core/load/states'
import { addDays, toInstant } from '#core/time/local'
import type { Db } from '#server/db.server'
import { carrier, customer, load, user } from '#server/schema'
import { inSql } from '#server/schema/state-sql'
import { brokerage } from '#server/settings.server'
import { loadMatch, newestMatches } from './words'

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
): { rows: ListedLoad[]; total: number; readAs: string | null } {
  const { where, readAs } = conditions(db, query)
  const [counted] = db.select({ total: count() }).from(load).where(where).all()
  return { rows: loadsById(db, sortedIds(db, query, where, page)), total: counted?.total ?? 0, readAs }
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

const statesOf = (choice: StateChoice): readonly LoadState[] =>
  choice in stateGroups ? stateGroups[choice as keyof typeof stateGroups].states : [choice as LoadState]

/** Narrows to some states. Where a partial index holds all of them its own condition is written too: SQLite uses it for nothing less. */
function inStates(states: readonly LoadState[]): SQL[] {
  const group = [onDesk, onTheWay].find((each) => states.every((state) => each.has(state)))
  return [inArray(load.state, [...states]), ...(group ? [sql`${load.state} in (${sql.raw(inSql(group))})`] : [])]
}

/** Narrows to the loads that hold all of the words; to none where what was typed has no word or number in it. */
function holds(db: Db, typed: string): { holdsWords: SQL | undefined; readAs: string | null } {
  if (typed.trim() === '') return { holdsWords: undefined, readAs: null }
  const { match, readAs } = loadMatch(db, typed)
  const among = sql`${load.id} in (select rowid from load_words where load_words match ${match})`
  return { holdsWords: match === null ? sql`false` : among, readAs }
}

function conditions(db: Db, query: LoadQuery): { where: SQL | undefined; readAs: string | null } {
  const midnight = (day: string) => toInstant(`${day}T00:00`, brokerage.zone)
  const { holdsWords, readAs } = holds(db, query.q)
  const where = and(
    holdsWords,
    ...(query.state ? inStates(statesOf(query.state)) : []),
    query.rep ? eq(load.repId, query.rep) : undefined,
    query.equipment ? eq(load.equipment, query.equipment) : undefined,
    query.from ? eq(load.originRegion, query.from) : undefined,
    query.to ? eq(load.destRegion, query.to) : undefined,
    query.since ? gte(load.pickupAt, midnight(query.since)) : undefined,
    query.until ? lt(load.pickupAt, midnight(addDays(query.until, 1))) : undefined,
  )
  return { where, readAs }
}
