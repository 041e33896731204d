import { eq } from 'drizzle-orm'
import { type Preferences, usualPreferences } from '#core/person/preferences'
import type { Db } from '#server/db.server'
import { user } from '#server/schema'

/** How somebody wants the product to look. */
export const preferencesOf = (db: Db, userId: number): Preferences =>
  db.select({ preferences: user.preferences }).from(user).where(eq(user.id, userId)).get()?.preferences ??
  usualPreferences

/** Keeps how somebody wants the product to look; it is theirs alone and stays out of the log. */
export function keepPreferences(db: Db, userId: number, preferences: Preferences): void {
  db.update(user).set({ preferences }).where(eq(user.id, userId)).run()
}
