import { and, desc, eq, like, sql } from 'drizzle-orm'
import { z } from 'zod'
import { termsOf } from '#core/find/words'
import type { Db } from '#server/db.server'
import { unfinishedLoad, user } from '#server/schema'
import { anyFacts } from '#server/schema/columns'

/** A load that lacks what a load must have, as its form is put aside. */
export const unfinishedSchema = z.object({
  /** The one that was gone on with; null for a new one. */
  id: z.number().int().positive().nullable(),
  title: z.string().trim().min(1).max(200),
  fields: anyFacts,
})
export type Unfinished = z.infer<typeof unfinishedSchema>

/** Puts an unfinished load aside and returns its id. One that was finished meanwhile by somebody else is put aside anew: nothing typed is lost. */
export function keepUnfinished(db: Db, { id, title, fields }: Unfinished, userId: number, now: number): number {
  const kept = { title, fields, keptAt: now, userId }
  const again =
    id === null
      ? undefined
      : db.update(unfinishedLoad).set(kept).where(eq(unfinishedLoad.id, id)).returning({ id: unfinishedLoad.id }).get()
  return (again ?? db.insert(unfinishedLoad).values(kept).returning({ id: unfinishedLoad.id }).get()).id
}

/** The unfinished loads of the desk with who put them aside and when, the newest first. */
export const unfinishedLoads = (db: Db) =>
  db
    .select({
      id: unfinishedLoad.id,
      title: unfinishedLoad.title,
      keptAt: unfinishedLoad.keptAt,
      by: user.name,
    })
    .from(unfinishedLoad)
    .innerJoin(user, eq(user.id, unfinishedLoad.userId))
    .orderBy(desc(unfinishedLoad.keptAt))
    .limit(50)
    .all()

export type UnfinishedLoad = ReturnType<typeof unfinishedLoads>[number]

/** Unfinished loads by the beginning of any words of what is known of them. */
export function findUnfinished(db: Db, typed: string): { id: number; title: string }[] {
  const terms = termsOf(typed)
  if (terms.length === 0) return []
  return db
    .select({ id: unfinishedLoad.id, title: unfinishedLoad.title })
    .from(unfinishedLoad)
    .where(and(...terms.map((term) => like(sql`' ' || lower(${unfinishedLoad.title})`, `% ${term}%`))))
    .orderBy(desc(unfinishedLoad.keptAt))
    .limit(4)
    .all()
}

/** One unfinished load as its form goes on; null where it is finished or given up. */
export function unfinishedLoadOf(db: Db, id: number) {
  const [row] = db
    .select({ id: unfinishedLoad.id, fields: unfinishedLoad.fields })
    .from(unfinishedLoad)
    .where(eq(unfinishedLoad.id, id))
    .all()
  return row ?? null
}

/** Takes an unfinished load away: it has become a load, or was given up. */
export const dropUnfinished = (db: Db, id: number): void =>
  void db.delete(unfinishedLoad).where(eq(unfinishedLoad.id, id)).run()
