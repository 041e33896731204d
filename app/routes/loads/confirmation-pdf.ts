import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { confirmationFile } from '#server/confirmation/file'
import { database } from '#server/db.server'
import type { Route } from './+types/confirmation-pdf'

/** A rate confirmation on document, for the desk. */
export async function loader({ params, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'see_loads')
  const document = await confirmationFile(database(), Number(params.confirmationId))
  if (!document || document.loadId !== Number(params.loadId))
    throw new Response('There is no such confirmation.', { status: 404 })
  return new Response(new Uint8Array(document.pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${document.number}.pdf"` },
  })
}
