import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { readDocument } from '#server/document/documents'
import { documentResponse } from '#server/document/store'
import type { Route } from './+types/document'

/** A document of a load or a customer as it was sent, to be looked at. */
export async function loader({ params, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'see_loads')
  const file = await readDocument(database(), Number(params.documentId))
  if (!file) throw new Response('There is no such document.', { status: 404 })
  return documentResponse(file)
}
