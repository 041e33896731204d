import { and, eq } from 'drizzle-orm'
import { database } from '#server/db.server'
import { documentResponse, readStoredDocument } from '#server/document/store'
import { carrierDocument } from '#server/schema'
import type { Route } from './+types/document'

/** A document of a carrier as it was sent, to be looked at. */
export async function loader({ params }: Route.LoaderArgs) {
  const row = database()
    .select()
    .from(carrierDocument)
    .where(
      and(eq(carrierDocument.id, Number(params.documentId)), eq(carrierDocument.carrierId, Number(params.carrierId))),
    )
    .get()
  const content = row?.storedAs ? await readStoredDocument(row.storedAs) : null
  if (!row?.type || !content) throw new Response('No file was kept of this document.', { status: 404 })
  return documentResponse({ fileName: row.fileName, type: row.type, content })
}
