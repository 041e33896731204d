import { database } from '#server/db.server'
import { lineInsight } from '#server/quote/insight'
import type { Route } from './+types/line'

/** What is behind one line: its cost's account, what was quoted before, the chance to win. */
export function loader({ params }: Route.LoaderArgs) {
  const insight = lineInsight(database(), Number(params.quoteId), Number(params.lineId), Date.now())
  if (!insight) throw new Response('There is no such line.', { status: 404 })
  return Response.json(insight)
}
