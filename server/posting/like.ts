import { and, asc, eq, inArray, ne, sql } from 'drizzle-orm'
import type { PostingTerms } from '#core/posting/terms'
import { day } from '#core/time/local'
import type { Db } from '#server/db.server'
import { load, posting } from '#server/schema'

/** Those of some loads that still look for a truck. */
export function uncoveredOf(db: Db, loadIds: readonly number[]): ReadonlySet<number> {
  if (loadIds.length === 0) return new Set()
  const rows = db
    .select({ id: load.id })
    .from(load)
    .where(and(inArray(load.id, [...new Set(loadIds)]), eq(load.state, 'uncovered')))
    .all()
  return new Set(rows.map(({ id }) => id))
}

/** How many loads a posting stands for just now, its own counted. */
export const loadsIn = ({ likeLoadIds }: PostingTerms, open: ReadonlySet<number>): number =>
  1 + likeLoadIds.filter((id) => open.has(id)).length

export interface LikeLoad {
  id: number
  number: string
  pickupAt: number
}

const mostLike = 50

/** Loads that may stand in one posting with a load: of its customer, from its town to its town in its equipment, picked up within a day of it, and neither on a board of their own nor in another's posting. */
export function likeLoads(db: Db, loadId: number): LikeLoad[] {
  const own = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!own) return []
  return db
    .select({ id: load.id, number: load.number, pickupAt: load.pickupAt })
    .from(load)
    .where(
      and(
        eq(load.customerId, own.customerId),
        ...[eq(load.state, 'uncovered'), eq(load.practice, own.practice), eq(load.equipment, own.equipment)],
        ...[eq(load.originCity, own.originCity), eq(load.originRegion, own.originRegion)],
        ...[eq(load.destCity, own.destCity), eq(load.destRegion, own.destRegion)],
        ne(load.id, loadId),
        sql`abs(${load.pickupAt} - ${own.pickupAt}) < ${day}`,
        sql`not exists (select 1 from ${posting} where ${posting.loadId} = ${load.id} and ${posting.state} in ('asked', 'up'))`,
        // In one posting only: few stand for several loads, and an index finds them.
        sql`${load.id} not in (select named.value from posting_terms other, json_each(other.terms, '$.likeLoadIds') named
          where json_extract(other.terms, '$.likeLoadIds[0]') is not null and other.load_id <> ${loadId})`,
      ),
    )
    .orderBy(asc(load.pickupAt), asc(load.id))
    .limit(mostLike)
    .all()
}
