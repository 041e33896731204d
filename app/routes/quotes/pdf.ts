import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { draw } from '#server/pdf/draw'
import { documentNow, sentFile } from '#server/quote/file'
import type { Route } from './+types/pdf'

/** The customer's document as PDF: a version as it was sent, or, without one, as it would be sent now. */
export async function loader({ params, request, context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'edit_quotes')
  const versionId = new URL(request.url).searchParams.get('version')
  const pdf =
    versionId === null ? await preview(Number(params.quoteId)) : (await sentFile(database(), Number(versionId)))?.pdf
  if (!pdf) throw new Response('There is no such quote.', { status: 404 })
  return new Response(new Uint8Array(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="quote.pdf"',
      'cache-control': 'private, no-store',
    },
  })
}

async function preview(quoteId: number): Promise<Buffer | null> {
  const document = documentNow(database(), quoteId, 0, Date.now())
  return document && draw('quote', document)
}
