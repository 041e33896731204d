import { confirmationFile } from '#server/confirmation/file'
import { database } from '#server/db.server'
import { readByLink } from '#server/outside/confirmation-link'
import type { Route } from './+types/carrier-pdf'

/** The confirmation on paper, for whoever holds its link. */
export async function loader({ params }: Route.LoaderArgs) {
  const read = readByLink(database(), params.token, Date.now())
  if ('refusal' in read)
    throw new Response(read.refusal.message, { status: read.refusal.code === 'altered' ? 404 : 410 })
  const paper = await confirmationFile(database(), read.confirmation.id)
  if (!paper) throw new Response('There is no such confirmation.', { status: 404 })
  return new Response(new Uint8Array(paper.pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${paper.number}.pdf"` },
  })
}
