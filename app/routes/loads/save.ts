import { z } from 'zod'
import { person } from '#core/access/actor'
import { loadNumberSchema, loadTermsSchema } from '#core/load/load'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { once } from '#server/http/once'
import { changeLoad, lastChange } from '#server/load/change'
import { readLoadForm } from '#server/load/form'
import { createLoad } from '#server/load/save'
import { dropUnfinished } from '#server/load/unfinished'
import type { Route } from './+types/save'

const saveSchema = z.object({
  loadId: z.number().int().positive().nullable().default(null),
  /** The version that a change began from; without one nothing is compared. */
  version: z.number().int().positive().nullable().default(null),
  /** A number of its own; null for the next of ours, or the one it has. */
  number: loadNumberSchema.nullable().default(null),
  terms: loadTermsSchema,
  open: z.boolean(),
  acknowledged: z.array(z.string().max(40)).max(20).default([]),
  copiedFrom: z.string().max(20).nullable().default(null),
  /** The unfinished load that becomes this one. */
  unfinishedId: z.number().int().positive().nullable().default(null),
})

/** Saves a new or changed load: 200 with its id, 422 with the problems found, 409 when a rule says no. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const body = await readJson(request, saveSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const { loadId, unfinishedId, ...save } = body.value
  const act = { now: Date.now(), by: person(who) }
  const outcome = once(database(), request, who.id, act.now, () => {
    const made =
      loadId === null
        ? createLoad(database(), save, { ...act, repId: who.id })
        : changeLoad(database(), loadId, save, act)
    if ('loadId' in made && unfinishedId !== null) dropUnfinished(database(), unfinishedId)
    return { outcome: made, isDone: 'loadId' in made }
  })
  if ('loadId' in outcome) return Response.json(outcome)
  if ('problems' in outcome)
    return Response.json(
      { message: outcome.problems[0]?.message, problems: outcome.problems, errors: outcome.problems },
      { status: 422 },
    )
  // Somebody saved first: what the load is now comes along, to be merged with what was typed.
  const isMeanwhile = outcome.refusal.code === 'changed_meanwhile' && loadId !== null
  const met = isMeanwhile ? { current: readLoadForm(database(), loadId), by: lastChange(database(), loadId) } : {}
  return Response.json(
    { ...outcome.refusal, ...met },
    { status: outcome.refusal.code.startsWith('no_such') ? 404 : 409 },
  )
}
