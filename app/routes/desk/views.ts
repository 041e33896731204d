import { z } from 'zod'
import { listNames } from '#core/listing/lists'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { dropView, saveView } from '#server/listing/choices'
import type { Route } from './+types/views'

const viewSchema = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('save'),
    list: z.enum(listNames),
    name: z.string().trim().min(1, 'Give the view a name').max(60),
    query: z.string().max(400),
    shared: z.boolean().default(false),
  }),
  z.object({ intent: z.literal('drop'), viewId: z.number().int().positive() }),
])

/** Keeps or drops a search of a list: each person their own, which they may share. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, viewSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const userId = viewer(context).id
  if (body.value.intent === 'save') saveView(database(), userId, body.value)
  else dropView(database(), userId, body.value.viewId)
  return Response.json({ saved: true })
}
