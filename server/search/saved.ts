import { and, asc, eq } from 'drizzle-orm'
import { z } from 'zod'
import { postingKinds } from '#core/search/posting'
import { searchPostings } from '#core/search/search'
import type { Db } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { officeOf } from '#server/office/office'
import { savedSearch } from '#server/schema'
import { readAsk } from './ask'
import { hiddenKeys } from './notes'
import { market } from './read-boards'

/** What can be done with a saved search. */
export const savedSearchActSchema = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('save_search'),
    name: z.string().trim().min(1, 'Give it a name').max(60, 'At most 60 characters'),
    line: z.string().trim().min(1, 'Type what to look for').max(300),
    kind: z.enum(postingKinds),
  }),
  z.object({ intent: z.literal('seen_search'), id: z.number().int() }),
  z.object({ intent: z.literal('sound_search'), id: z.number().int(), hasSound: z.boolean() }),
  z.object({ intent: z.literal('forget_search'), id: z.number().int() }),
])
export type SavedSearchAct = z.output<typeof savedSearchActSchema>

/** At most so many new hits of a search are counted. */
const mostCounted = 99

/** Saves, silences, opens or forgets somebody's own search; those of others are not there. */
export function actOnSavedSearch(db: Db, act: SavedSearchAct, { id, now }: { id: number; now: number }): void {
  if (act.intent === 'save_search') {
    const { name, line, kind } = act
    db.insert(savedSearch).values({ personId: id, name, line, kind, hasSound: true, seenAt: now, createdAt: now }).run()
  } else {
    const own = and(eq(savedSearch.id, act.id), eq(savedSearch.personId, id))
    if (act.intent === 'forget_search') db.delete(savedSearch).where(own).run()
    if (act.intent === 'seen_search') db.update(savedSearch).set({ seenAt: now }).where(own).run()
    if (act.intent === 'sound_search') db.update(savedSearch).set({ hasSound: act.hasSound }).where(own).run()
  }
  noteUnlogged(db, 'floor', null, 'search_saved')
}

/** Somebody's saved searches, each with how much came up since it was last opened. */
export function savedSearches(db: Db, personId: number, now: number, { floor } = market) {
  const rows = db
    .select()
    .from(savedSearch)
    .where(eq(savedSearch.personId, personId))
    .orderBy(asc(savedSearch.createdAt))
    .all()
  if (rows.length === 0) return []
  const zone = officeOf(db).zone
  const hidden = hiddenKeys(db, now)
  return rows.map(({ id, name, line, kind, hasSound, seenAt }) => {
    const { query, problem } = readAsk({ line, kind, order: 'newest' }, now, zone)
    const asked = { ...query, order: 'newest' as const, near: false, limit: problem ? 0 : 400 }
    const fresh = searchPostings(floor.index, asked).hits.filter(
      (key) => (floor.firstSeen.get(key) ?? 0) > seenAt && !hidden.has(key),
    )
    return { id, name, line, kind, hasSound, fresh: Math.min(mostCounted, fresh.length) }
  })
}
export type SavedSearchRow = ReturnType<typeof savedSearches>[number]
