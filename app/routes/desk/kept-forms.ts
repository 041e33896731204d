import { z } from 'zod'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { dropForm, keepForm, keptFormOf } from '#server/listing/kept-forms'
import type { Route } from './+types/kept-forms'

const form = z.string().min(1).max(80)
const keepSchema = z.object({
  form,
  /** Null forgets what was kept. */
  fields: z.record(z.string(), z.unknown()).nullable(),
})

/** What the viewer typed into a form and did not save; null where there is nothing. */
export function loader({ request, context }: Route.LoaderArgs) {
  const asked = form.safeParse(new URL(request.url).searchParams.get('form'))
  if (!asked.success) throw new Response('Which form?', { status: 400 })
  return Response.json(keptFormOf(database(), viewer(context).id, asked.data))
}

/** Keeps what the viewer has typed into a form so far, or forgets it. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, keepSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const { fields, form: name } = body.value
  if (fields === null) dropForm(database(), viewer(context).id, name)
  else keepForm(database(), viewer(context).id, name, { fields, keptAt: Date.now() })
  return Response.json({ kept: fields !== null })
}
