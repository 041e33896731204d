import { eq } from 'drizzle-orm'
import { type PreferenceChange, type Preferences, usualPreferences } from '#core/person/preferences'
import type { Db } from '#server/db.server'
import { user } from '#server/schema'

/** How somebody wants the product to look. */
export const preferencesOf = (db: Db, userId: number): Preferences =>
  db.select({ preferences: user.preferences }).from(user).where(eq(user.id, userId)).get()?.preferences ??
  usualPreferences

/** Keeps a change of how somebody wants the product to look; it is theirs alone and stays out of the log. */
export function changePreferences(db: Db, userId: number, change: PreferenceChange): void {
  const preferences = { ...preferencesOf(db, userId), ...change }
  db.update(user).set({ preferences }).where(eq(user.id, userId)).run()
}
