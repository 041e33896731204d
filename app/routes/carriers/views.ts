import { z } from 'zod'
import { viewer } from '#server/access/cookie'
import { dropView, savedViews, saveView } from '#server/carrier/directory'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import type { Route } from './+types/views'

const viewSchema = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('save'),
    name: z.string().trim().min(1, 'Give the view a name').max(60),
    query: z.string().max(400),
  }),
  z.object({ intent: z.literal('drop'), viewId: z.number().int().positive() }),
])

/** Keeps or drops a view of the directory, each person their own. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, viewSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const userId = viewer(context).id
  if (body.value.intent === 'save') saveView(database(), userId, body.value)
  else dropView(database(), userId, body.value.viewId)
  return Response.json({ views: savedViews(database(), userId) })
}
