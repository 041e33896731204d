import { z } from 'zod'
import { listNames } from '#core/listing/lists'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { chooseColumns } from '#server/listing/choices'
import type { Route } from './+types/columns'

const choiceSchema = z.object({
  list: z.enum(listNames),
  columns: z.array(z.string().max(40)).max(40).nullable(),
})

/** Keeps which columns of a list somebody wants to see. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, choiceSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  chooseColumns(database(), viewer(context).id, body.value.list, body.value.columns)
  return Response.json({ saved: true })
}
