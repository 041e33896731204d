import { lt, sql } from 'drizzle-orm'
import { z } from 'zod'
import { type Db, prepared } from '#server/db.server'
import { foundSeen } from '#server/schema'

/** Trucks and loads that somebody has just looked at. */
export const seenSchema = z.object({
  intent: z.literal('seen'),
  keys: z.array(z.string().min(3).max(200)).min(1).max(100),
})

/** What was seen longer ago is as new: no truck or load stands on a board for so long. */
const rememberedMs = 14 * 86_400_000

/** Remembers what somebody has seen, and forgets what is long gone. */
export function markSeen(db: Db, keys: readonly string[], { id, now }: { id: number; now: number }): void {
  db.insert(foundSeen)
    .values(keys.map((key) => ({ personId: id, key, at: now })))
    .onConflictDoUpdate({ target: [foundSeen.personId, foundSeen.key], set: { at: now } })
    .run()
  db.delete(foundSeen)
    .where(lt(foundSeen.at, now - rememberedMs))
    .run()
}

const seenQuery = prepared((db) =>
  db
    .select({ key: foundSeen.key })
    .from(foundSeen)
    .where(sql`${foundSeen.personId} = ${sql.placeholder('id')} and ${foundSeen.at} > ${sql.placeholder('since')}`)
    .prepare(),
)

/** The keys of what somebody has seen. */
export const seenKeys = (db: Db, { id, now }: { id: number; now: number }): Set<string> =>
  new Set(
    seenQuery(db)
      .all({ id, since: now - rememberedMs })
      .map(({ key }) => key),
  )
