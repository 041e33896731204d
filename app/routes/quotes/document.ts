import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { documentNow } from '#server/quote/file'
import type { Route } from './+types/document'

/** What the customer would read, were the quote sent now. */
export function loader({ params, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'edit_quotes')
  const document = documentNow(database(), Number(params.quoteId), 0, Date.now())
  if (!document) throw new Response('There is no such quote.', { status: 404 })
  return Response.json(document)
}
