import { eq } from 'drizzle-orm'
import type { Whose } from '#core/person/preferences'
import { preferencesOf } from '#server/access/preferences'
import type { Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import { user } from '#server/schema'

/** The people whose loads and quotes somebody wants to see, as ids in JSON for a query; null for everybody's. Who is in no team is a team alone. */
export function repsOf(db: Db, who: Pick<Viewer, 'id' | 'teamId'>, whose: Whose): string | null {
  if (whose === 'everybody') return null
  if (whose === 'mine' || !who.teamId) return JSON.stringify([who.id])
  const members = db.select({ id: user.id }).from(user).where(eq(user.teamId, who.teamId)).all()
  return JSON.stringify(members.map(({ id }) => id))
}

/** The same of what somebody has chosen to see. */
export const shownReps = (db: Db, who: Pick<Viewer, 'id' | 'teamId'>): string | null =>
  repsOf(db, who, preferencesOf(db, who.id).whose)
