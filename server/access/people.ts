import { asc } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { user } from '#server/schema'

/** Everybody who has an account, by name. */
export const people = (db: Db): { id: number; name: string }[] =>
  db.select({ id: user.id, name: user.name }).from(user).orderBy(asc(user.name)).all()
