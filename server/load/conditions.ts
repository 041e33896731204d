import { and, between, eq, gte, inArray, lt, or, type SQL, sql } from 'drizzle-orm'
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core'
import { usualRadius } from '#core/listing/lists'
import type { LoadState } from '#core/load/load'
import { type LoadQuery, type MissingThing, type StateChoice, stateGroups } from '#core/load/load-query'
import { booked, onDesk, onTheWay } from '#core/load/states'
import { addDays, toInstant } from '#core/time/local'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { findPlaces } from '#server/place/find'
import { load } from '#server/schema'
import { inSql } from '#server/schema/state-sql'
import { loadMatch } from './words'

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

/** The condition of a query; `readAs` where a word nobody has was taken for another. */
export function conditions(db: Db, query: LoadQuery): { where: SQL | undefined; readAs: string | null } {
  const midnight = (day: string) => toInstant(`${day}T00:00`, officeOf(db).zone)
  const { holdsWords, readAs } = holds(db, query.q)
  const where = and(
    holdsWords,
    ...(query.state ? inStates(statesOf(query.state)) : []),
    query.rep ? or(eq(load.repId, query.rep), sharedBy(sql`= ${query.rep}`)) : undefined,
    query.team
      ? or(sql`${load.repId} in ${membersOf(query.team)}`, sharedBy(sql`in ${membersOf(query.team)}`))
      : undefined,
    query.equipment ? eq(load.equipment, query.equipment) : undefined,
    query.from ? eq(load.originRegion, query.from) : undefined,
    query.to ? eq(load.destRegion, query.to) : undefined,
    query.near ? within(db, query.near, query.within, [load.originLat, load.originLon]) : undefined,
    query.nearTo ? within(db, query.nearTo, query.within, [load.destLat, load.destLon]) : undefined,
    query.missing ? lacks[query.missing] : undefined,
    query.since ? gte(dayOf(query), midnight(query.since)) : undefined,
    query.until ? lt(dayOf(query), midnight(addDays(query.until, 1))) : undefined,
  )
  return { where, readAs }
}

const membersOf = (team: number): SQL => sql`(select id from user where team_id = ${team})`

/** Loads that somebody works with the rep who has them. */
const sharedBy = (who: SQL): SQL => sql`${load.id} in (select load_id from rep_share where user_id ${who})`

const dayOf = ({ days }: LoadQuery) => {
  if (days === 'delivery') return load.deliverBy
  return days === 'created' ? load.createdAt : load.pickupAt
}

/** What a load is that lacks something it should have in its state. */
const lacks: Record<MissingThing, SQL> = {
  carrier: sql`${load.carrierId} is null and ${load.state} in ('draft', 'uncovered')`,
  sell: sql`${load.sellMinor} = 0 and ${load.state} <> 'cancelled'`,
  confirmation: sql`${load.state} in (${sql.raw(inSql(booked))}) and not exists
    (select 1 from confirmation where load_id = ${load.id} and state = 'accepted')`,
  driver: sql`${load.state} in (${sql.raw(inSql(onTheWay))}) and coalesce(${load.driverPhone}, '') = ''`,
  delivery_proof: sql`${load.state} = 'delivered' and not exists
    (select 1 from document where load_id = ${load.id} and kind = 'proof_of_delivery')`,
}

/** Miles in a degree of latitude. */
const milesInDegree = 69.05

/** Within so many straight miles of a place; nowhere where no place is called so. On a flat map around it: good to a mile in a hundred. */
function within(db: Db, typed: string, radius: number | null, [lat, lon]: [SQLiteColumn, SQLiteColumn]): SQL {
  const [place] = findPlaces(db, typed, Date.now())
  if (!place) return sql`false`
  const reach = (radius ?? usualRadius) / milesInDegree
  const shrink = Math.cos((place.lat * Math.PI) / 180)
  const isInBox = and(
    between(lat, place.lat - reach, place.lat + reach),
    between(lon, place.lon - reach / shrink, place.lon + reach / shrink),
  )
  const north = sql`(${lat} - ${place.lat})`
  const east = sql`((${lon} - ${place.lon}) * ${shrink})`
  return sql`${isInBox} and ${north} * ${north} + ${east} * ${east} <= ${reach * reach}`
}
