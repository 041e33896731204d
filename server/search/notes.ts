import { desc, eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { foundSchema, type WorkState, workStates } from '#core/search/found'
import { type Db, prepared } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { user, workNote } from '#server/schema'

/** What somebody notes about a truck or a load that was found. */
export const workNoteSchema = z.object({
  key: z.string().min(3).max(200),
  state: z.enum(workStates),
  words: z.string().trim().max(200, 'At most 200 characters').default(''),
  found: foundSchema,
})

export interface WorkNote {
  key: string
  state: WorkState
  words: string
  by: string
  at: number
}

/** Notes that stand in the list of what is being worked on are not older than this. */
const workedOnMs = 3 * 86_400_000

/** Keeps a note; whoever looks at the same truck or load in the office sees it, whatever board shows it. */
export function noteWork(db: Db, asked: z.output<typeof workNoteSchema>, who: { id: number; now: number }): void {
  db.insert(workNote)
    .values({ ...asked, personId: who.id, at: who.now })
    .run()
  noteUnlogged(db, 'floor', null, 'noted')
}

const ofKeys = prepared((db) =>
  db
    .select({ key: workNote.key, state: workNote.state, words: workNote.words, by: user.name, at: workNote.at })
    .from(workNote)
    .innerJoin(user, eq(user.id, workNote.personId))
    .where(
      sql`${workNote.id} in (select max(id) from work_note where key in (select value from json_each(${sql.placeholder('keys')})) group by key)`,
    )
    .prepare(),
)

/** The last note on each of these. */
export const notesOf = (db: Db, keys: readonly string[]): Map<string, WorkNote> =>
  new Map(
    ofKeys(db)
      .all({ keys: JSON.stringify(keys) })
      .map((note) => [note.key, note]),
  )

const hiddenQuery = prepared((db) =>
  db.$client
    .prepare(
      `select key from work_note where id in (select max(id) from work_note where at > ? group by key) and state = 'hidden'`,
    )
    .pluck(),
)

/** The keys that are hidden from the results. */
export const hiddenKeys = (db: Db, now: number): Set<string> =>
  new Set(hiddenQuery(db).all(now - 14 * 86_400_000) as string[])

/** What the office is working on: the last note on each truck or load of the last days, the newest first; what is hidden is not worked on. */
export function workedOn(db: Db, now: number, limit = 60) {
  return db
    .select({
      ...{ key: workNote.key, state: workNote.state, words: workNote.words, at: workNote.at },
      ...{ by: user.name, found: workNote.found },
    })
    .from(workNote)
    .innerJoin(user, eq(user.id, workNote.personId))
    .where(
      sql`${workNote.id} in (select max(id) from work_note where at > ${now - workedOnMs} group by key) and ${workNote.state} <> 'hidden'`,
    )
    .orderBy(desc(workNote.at))
    .limit(limit)
    .all()
}
export type Worked = ReturnType<typeof workedOn>[number]
