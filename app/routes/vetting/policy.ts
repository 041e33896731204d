import { z } from 'zod'
import { person } from '#core/access/actor'
import { vettingPolicySchema } from '#core/vetting/policy'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { savePolicy, savePolicySchema } from '#server/vetting/save'
import { preview, vetEverybody } from '#server/vetting/schedule'
import type { Route } from './+types/policy'

const askSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('preview'), policy: vettingPolicySchema }),
  savePolicySchema.extend({ intent: z.literal('save') }),
])

/** Tells whom a policy would newly stop, or keeps it as the next version and vets everybody by it. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_policy')
  const body = await readJson(request, askSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  if (body.value.intent === 'preview') return Response.json(await preview(body.value.policy))
  const outcome = savePolicy(database(), body.value, { now: Date.now(), by: person(who) })
  if ('refusal' in outcome) return Response.json(outcome.refusal, { status: 409 })
  vetEverybody(database())
  return Response.json(outcome)
}
