import { z } from 'zod'
import { person } from '#core/access/actor'
import { fuelTableSchema } from '#core/fuel/fuel'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { removeFuelTable, saveFuelTable } from '#server/fuel/tables'
import { readJson } from '#server/http/body'
import type { Route } from './+types/tables'

const id = z.number().int().positive()
const actSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('save'), id: id.nullable(), table: fuelTableSchema }),
  z.object({ intent: z.literal('remove'), id }),
])

/** Makes, changes or removes a fuel table. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_pricing')
  const body = await readJson(request, actSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const act = { now: Date.now(), by: person(who) }
  const outcome =
    body.value.intent === 'save'
      ? saveFuelTable(database(), body.value.id, body.value.table, act)
      : removeFuelTable(database(), body.value.id, act)
  return 'refusal' in outcome ? Response.json(outcome.refusal, { status: 409 }) : Response.json(outcome)
}
