import { database } from '#server/db.server'
import { documentResponse } from '#server/document/store'
import { documentByLink } from '#server/outside/confirmation-link'
import type { Route } from './+types/carrier-document'

/** A document of the load that goes to its carrier, by the carrier's signed link. */
export async function loader({ params }: Route.LoaderArgs) {
  const file = await documentByLink(database(), params.token, Number(params.documentId), Date.now())
  if ('refusal' in file) throw new Response(file.refusal.message, { status: 404 })
  return documentResponse(file)
}
