import { callerContext } from '#server/access/context'
import { connectedBoards } from '#server/board/boards'
import { database } from '#server/db.server'
import { readText } from '#server/http/body'
import { countStranger, isTurnedAway } from '#server/http/strangers'
import { receiveCallback } from '#server/outside/board-replies'
import type { Route } from './+types/board-replies'

/** Where a board calls back with carriers' answers. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const caller = context.get(callerContext)
  const board = connectedBoards(database()).find(({ row }) => row.name.toLowerCase() === params.board.toLowerCase())
  if (!board) return Response.json({ error: 'no such board is connected' }, { status: 404 })
  if (await isTurnedAway(caller)) return Response.json({ error: 'too many wrong signatures' }, { status: 429 })
  const body = await readText(request)
  if (body === null) return Response.json({ error: 'too large' }, { status: 413 })
  const { status, answer } = receiveCallback(database(), board, body, request.headers, Date.now())
  if (status === 401) await countStranger(caller, 'board')
  return Response.json(answer, { status })
}
