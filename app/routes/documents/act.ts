import { z } from 'zod'
import { person } from '#core/access/actor'
import { documentSaidSchema } from '#core/document/document'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { changeDocument, ownerSchema, removeDocument } from '#server/document/documents'
import { readJson } from '#server/http/body'
import type { Route } from './+types/act'

const which = { owner: ownerSchema, documentId: z.number().int().positive() }
const actSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('change'), ...which, said: documentSaidSchema }),
  z.object({ intent: z.literal('remove'), ...which }),
])

/** Changes what is said of a document, or removes it: 200 when done, 404 where there is none. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const body = await readJson(request, actSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const { owner, documentId } = body.value
  const act = { now: Date.now(), by: person(who) }
  const outcome =
    body.value.intent === 'change'
      ? changeDocument(database(), owner, documentId, body.value.said, act)
      : removeDocument(database(), owner, documentId, act)
  return 'done' in outcome ? Response.json(outcome) : Response.json(outcome.refusal, { status: 404 })
}
