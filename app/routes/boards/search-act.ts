import { z } from 'zod'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { noteWork, workNoteSchema } from '#server/search/notes'
import { actOnSavedSearch, savedSearchActSchema } from '#server/search/saved'
import { markSeen, seenSchema } from '#server/search/seen'
import type { Route } from './+types/search-act'

const actSchema = z.union([
  z.object({ intent: z.literal('note'), note: workNoteSchema }),
  seenSchema,
  savedSearchActSchema,
])

/** Notes about what was found, what was seen of it, and somebody's own saved searches. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  const body = await readJson(request, actSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const act = body.value
  const by = { id: who.id, now: Date.now() }
  if (act.intent === 'note') {
    requirePermission(who, 'handle_offers')
    noteWork(database(), act.note, by)
  } else if (act.intent === 'seen') markSeen(database(), act.keys, by)
  else actOnSavedSearch(database(), act, by)
  return Response.json({ done: true })
}
