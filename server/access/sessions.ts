import { and, desc, eq, like, ne } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { endStreamsOf } from '#server/live/live'
import { session } from '#server/schema'

/** Somebody's sessions as their page lists them, the one used last first. `id` is the beginning of what is kept of the token: it opens nothing. */
export const sessionsOf = (db: Db, userId: number, current: string | null) =>
  db
    .select()
    .from(session)
    .where(and(eq(session.userId, userId), eq(session.awaitsCode, false)))
    .orderBy(desc(session.seenAt))
    .all()
    .map(({ tokenHash, device, caller, startedAt, seenAt }) => ({
      id: tokenHash.slice(0, 16),
      device,
      caller,
      startedAt,
      seenAt,
      isThisOne: tokenHash === current,
    }))

/** Ends sessions of somebody and the live streams opened under them; `but` stays. Returns how many ended. */
export function endSessions(db: Db, userId: number, which: { id?: string; but?: string | null } = {}): number {
  const ended = db
    .delete(session)
    .where(
      and(
        eq(session.userId, userId),
        which.but ? ne(session.tokenHash, which.but) : undefined,
        which.id ? like(session.tokenHash, `${which.id}%`) : undefined,
      ),
    )
    .returning({ tokenHash: session.tokenHash })
    .all()
  for (const { tokenHash } of ended) endStreamsOf(tokenHash)
  return ended.length
}
