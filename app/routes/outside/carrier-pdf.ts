import { confirmationFile } from '#server/confirmation/file'
import { database } from '#server/db.server'
import { readByLink } from '#server/outside/confirmation-link'
import type { Route } from './+types/carrier-pdf'

/** The confirmation on document, for whoever holds its link. */
export async function loader({ params }: Route.LoaderArgs) {
  const read = readByLink(database(), params.token, Date.now())
  if ('refusal' in read)
    throw new Response(read.refusal.message, { status: read.refusal.code === 'altered' ? 404 : 410 })
  const document = await confirmationFile(database(), read.confirmation.id)
  if (!document) throw new Response('There is no such confirmation.', { status: 404 })
  return new Response(new Uint8Array(document.pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${document.number}.pdf"` },
  })
}
