import { z } from 'zod'
import { listNames } from '#core/listing/lists'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { chooseColumns, chooseWidth } from '#server/listing/choices'
import type { Route } from './+types/columns'

const list = z.enum(listNames)
const column = z.string().max(40)
const choiceSchema = z.union([
  z.object({ list, columns: z.array(column).max(40).nullable() }),
  /** How wide a column is to be, in pixels; null sets it back. */
  z.object({ list, column, width: z.number().int().min(32).max(800).nullable() }),
])

/** Keeps which columns of a list somebody wants to see, or how wide one of them. */
export async function action({ request, context }: Route.ActionArgs) {
  const body = await readJson(request, choiceSchema)
  if ('errors' in body) return Response.json(body, { status: body.status })
  const userId = viewer(context).id
  const choice = body.value
  if ('columns' in choice) chooseColumns(database(), userId, choice.list, choice.columns)
  else chooseWidth(database(), userId, choice.list, choice)
  return Response.json({ saved: true })
}
