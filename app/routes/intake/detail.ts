import { database } from '#server/db.server'
import { readTenderDetail } from '#server/tender/detail'
import type { Route } from './+types/detail'

/** Everything about one tender. */
export function loader({ params }: Route.LoaderArgs) {
  const detail = readTenderDetail(database(), Number(params.noticeId), Date.now())
  if (!detail) throw new Response('There is no such tender.', { status: 404 })
  return Response.json(detail)
}
