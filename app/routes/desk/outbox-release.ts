import { z } from 'zod'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { outboxKinds, releaseHeld } from '#server/outbox/outbox'
import type { Route } from './+types/outbox-release'

/** Tries again to send what whoever it is for did not accept from us. */
export async function action({ request, context }: Route.ActionArgs) {
  requirePermission(viewer(context), 'set_partners')
  const body = await readJson(request, z.object({ kind: z.enum(outboxKinds) }))
  if ('errors' in body) return Response.json(body, { status: body.status })
  return Response.json({ released: releaseHeld(database(), { kind: body.value.kind }, Date.now()) })
}
