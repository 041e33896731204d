import { database } from '#server/db.server'
import { messageText } from '#server/load-page/page-queries'
import type { Route } from './+types/message'

/** The whole text of one email on a load. */
export function loader({ params }: Route.LoaderArgs) {
  const found = messageText(database()).get({ loadId: Number(params.loadId), messageId: Number(params.messageId) })
  if (!found) throw new Response('There is no such email on this load.', { status: 404 })
  return found
}
