import { z } from 'zod'
import { postingTermsSchema } from '#core/posting/terms'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readJson } from '#server/http/body'
import { previewPosting, readPosting } from '#server/load-page/posting'
import type { Route } from './+types/posting'

const noLoad = () => new Response('There is no such load.', { status: 404 })

/** What the posting dialog begins with. */
export function loader({ params, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'edit_loads')
  const found = readPosting(database(), Number(params.loadId), Date.now(), viewer(context).id)
  return found ? Response.json(found) : noLoad()
}

/** What a posting would show, as it is being chosen; nothing is kept. */
export async function action({ params, request, context }: Route.ActionArgs) {
  requirePermission(viewer(context), 'edit_loads')
  const body = await readJson(request, z.object({ terms: postingTermsSchema }))
  if ('errors' in body) return Response.json(body, { status: body.status })
  const preview = previewPosting(database(), Number(params.loadId), body.value.terms, Date.now())
  return preview ? Response.json(preview) : noLoad()
}
