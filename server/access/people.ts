import { asc, isNull } from 'drizzle-orm'
import { type Db, prepared } from '#server/db.server'
import { user } from '#server/schema'

/** Everybody who works here, by name. */
export const people = (db: Db): { id: number; name: string }[] =>
  db.select({ id: user.id, name: user.name }).from(user).where(isNull(user.deactivatedAt)).orderBy(asc(user.name)).all()

const anybodyQuery = prepared((db) => db.select({ id: user.id }).from(user).limit(1).prepare())

/** Whether nobody has an account yet: everything leads to the set-up page then. */
export const needsSetUp = (db: Db): boolean => anybodyQuery(db).get() === undefined
