import { and, eq } from 'drizzle-orm'
import { paperResponse, readPaper } from '#server/carrier/store'
import { database } from '#server/db.server'
import { paper } from '#server/schema'
import type { Route } from './+types/paper'

/** A paper of a carrier as it was sent, to be looked at. */
export function loader({ params }: Route.LoaderArgs) {
  const row = database()
    .select()
    .from(paper)
    .where(and(eq(paper.id, Number(params.paperId)), eq(paper.carrierId, Number(params.carrierId))))
    .get()
  const content = row?.storedAs ? readPaper(row.storedAs) : null
  if (!row?.type || !content) throw new Response('No file was kept of this document.', { status: 404 })
  return paperResponse({ fileName: row.fileName, type: row.type, content })
}
