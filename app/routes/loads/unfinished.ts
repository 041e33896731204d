import { z } from 'zod'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { once } from '#server/http/once'
import { dropUnfinished, keepUnfinished, unfinishedSchema } from '#server/load/unfinished'
import type { Route } from './+types/unfinished'

const bodySchema = z.union([unfinishedSchema, z.object({ drop: z.number().int().positive() })])

/** Puts a load aside that lacks something, or gives one up. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const body = await readJson(request, bodySchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const { value } = body
  const now = Date.now()
  if ('drop' in value) {
    dropUnfinished(database(), value.drop)
    return Response.json({ dropped: true })
  }
  const outcome = once(database(), request, who.id, now, () => ({
    outcome: { id: keepUnfinished(database(), value, who.id, now) },
    isDone: true,
  }))
  return Response.json(outcome)
}
