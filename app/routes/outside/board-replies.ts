import { callerContext } from '#server/access/context'
import { connectionOf } from '#server/connection/connections'
import { database } from '#server/db.server'
import { readText } from '#server/http/body'
import { countStranger, isTurnedAway } from '#server/http/strangers'
import { receiveReply } from '#server/outside/board-replies'
import type { Route } from './+types/board-replies'

/** Where the board calls back with carriers' answers. */
export async function action({ request, context }: Route.ActionArgs) {
  const caller = context.get(callerContext)
  const connected = connectionOf(database(), 'board')
  if (!connected) return Response.json({ error: 'no board is connected' }, { status: 404 })
  if (await isTurnedAway(caller)) return Response.json({ error: 'too many wrong signatures' }, { status: 429 })
  const body = await readText(request)
  if (body === null) return Response.json({ error: 'too large' }, { status: 413 })
  const { status, answer } = receiveReply(
    database(),
    body,
    request.headers.get('x-saltlick-signature'),
    connected.callbackSecret,
    Date.now(),
  )
  if (status === 401) await countStranger(caller, 'board')
  return Response.json(answer, { status })
}
