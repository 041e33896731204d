import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { confirmationFile } from '#server/confirmation/file'
import { database } from '#server/db.server'
import type { Route } from './+types/confirmation-pdf'

/** A rate confirmation on paper, for the desk. */
export async function loader({ params, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'see_loads')
  const paper = await confirmationFile(database(), Number(params.confirmationId))
  if (!paper || paper.loadId !== Number(params.loadId))
    throw new Response('There is no such confirmation.', { status: 404 })
  return new Response(new Uint8Array(paper.pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${paper.number}.pdf"` },
  })
}
