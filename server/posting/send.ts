import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { boardRefusals, refusedBy } from '#core/board/board'
import type { BoardAnswer, BoardProblem } from '#server/board/adapter'
import { type ConnectedBoard, connectedBoard } from '#server/board/boards'
import { pauseBoard, pausedUntil, unpauseBoard } from '#server/board/pause'
import { type Db, prepared } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import type { Sender } from '#server/outbox/deliver'
import { loadOf, type OutboxEntry, type SendProblem } from '#server/outbox/outbox'
import { posting } from '#server/schema'
import { settings } from '#server/settings.server'
import { answerUrl, postingOf, termsOf } from './postable'
import { notesTell } from './screen'

const whats = ['put', 'refresh', 'remove'] as const
type What = (typeof whats)[number]
const payloadSchema = z.object({ what: z.enum(whats), postingId: z.number() })
type Row = typeof posting.$inferSelect

/** Refreshes that are remembered, to be shown in time. */
const mostRefreshes = 48

/** Sends one posting, its refresh or its removal to its board. */
export const sendToBoard: Sender = async (db, entry, now) => {
  const { what, postingId } = payloadSchema.parse(entry.payload)
  const row = db.select().from(posting).where(eq(posting.id, postingId)).get()
  if (!row) throw new Error(`Outbox entry ${entry.key} names posting ${postingId}, which is not there`)
  const waitUntil = pausedUntil(row.board, now)
  if (waitUntil !== null) return { waitUntil }
  const answer = await asked(db, entry, row, what)
  if ('value' in answer) {
    unpauseBoard(row.board)
    const { externalId } = answer.value
    return { problem: null, sent: ({ now }) => noteAnswer(db, entry, row, what, externalId, now) }
  }
  const { problem } = answer
  if (problem.waitMs !== undefined) return { waitUntil: leaveAlone(db, row.board, now, { waitMs: problem.waitMs }) }
  if (!problem.final && !problem.refusesUs)
    leaveAlone(db, row.board, now, { firstMs: Math.min(1000, settings().OX_OUTBOX_DELAY_MS) })
  return { problem, failed: (after, { now }) => after === 'given_up' && noteGivenUp(db, entry, row, problem, now) }
}

const putOffQuery = prepared((db) =>
  db.$client.prepare(
    `update outbox set next_at = :until where kind = 'board' and state = 'waiting' and next_at < :until
       and (exists (select 1 from posting where posting.id = json_extract(payload, '$.postingId') and board = :board)
         or exists (select 1 from lane_posting where lane_posting.id = json_extract(payload, '$.lanePostingId') and board = :board))`,
  ),
)

/** Pauses a board, and puts off in one statement all that waits for it: otherwise every entry would be taken up only to be put back. */
export function leaveAlone(db: Db, board: string, now: number, by: Parameters<typeof pauseBoard>[2]): number {
  const until = pauseBoard(board, now, by)
  putOffQuery(db).run({ until, board })
  return until
}

/** What is up stays up as it was: it still has to be taken down one day. */
function noteGivenUp(db: Db, entry: OutboxEntry, row: Row, { message: problem }: SendProblem, now: number): void {
  db.update(posting)
    .set({ ...(row.state === 'asked' ? { state: 'refused' as const } : {}), problem })
    .where(eq(posting.id, row.id))
    .run()
  recordEvent(
    db,
    'load',
    loadOf(entry),
    { kind: 'posting_refused', board: row.board, problem },
    boardAct(row.board, now),
  )
}

/** Something that a board did. */
export const boardAct = (board: string, now: number): Act => ({ now, by: { kind: 'board', id: null, name: board } })

function noteAnswer(db: Db, entry: OutboxEntry, row: Row, what: What, externalId: string | null, now: number): void {
  const isFirst = row.state === 'asked'
  // A removal asked for while the posting was on its way is still to come: it stays asked.
  const columns =
    what === 'remove'
      ? { state: 'down' as const, seenAt: null }
      : { externalId, upAt: isFirst ? now : row.upAt, problem: null, ...(isFirst ? { state: 'up' as const } : {}) }
  const refreshes = what === 'refresh' ? { refreshes: [...row.refreshes, now].slice(-mostRefreshes) } : {}
  db.update(posting)
    .set({ ...columns, ...refreshes })
    .where(eq(posting.id, row.id))
    .run()
  // A refresh says nothing new: it stands with the posting, not in the load's log.
  if (what === 'refresh') return
  const put = isFirst ? 'posting_up' : 'posting_updated'
  const kind = what === 'remove' ? 'posting_down' : put
  const happened = { kind, board: row.board, attempts: entry.attempts + 1 } as const
  recordEvent(db, 'load', loadOf(entry), happened, boardAct(row.board, now))
}

async function asked(
  db: Db,
  entry: OutboxEntry,
  row: Row,
  what: What,
): Promise<BoardAnswer<{ externalId: string | null }>> {
  const connected = connectedBoard(db, row.board)
  if (!connected) return notConnected(row.board)
  if (what === 'remove') return removed(entry, row, connected)
  const loadId = loadOf(entry)
  // Asked again here: the load may have changed since somebody said to post it.
  const terms = termsOf(db, loadId)
  const tells = notesTell(db, loadId, [...(terms.comments ?? []), terms.freight])
  if (tells.length > 0) return heldBack(`held back, because of what is written for carriers: ${tells.join('; ')}`)
  const whole = postingOf(db, loadId, row.reference, terms)
  const { adapter, link } = connected
  const refusal = refusedBy(adapter, whole)
  if (refusal) return heldBack(refusal)
  const ask = { key: entry.key, answerUrl: answerUrl(row.board) }
  return row.externalId === null || row.state === 'asked'
    ? adapter.put(link, whole, ask)
    : adapter.change(link, whole, { ...ask, externalId: row.externalId })
}

async function removed(
  entry: OutboxEntry,
  { reference, externalId, board }: Row,
  { adapter, link }: ConnectedBoard,
): Promise<BoardAnswer<{ externalId: string | null }>> {
  const answer = await adapter.remove(link, { reference, externalId }, { key: entry.key, answerUrl: answerUrl(board) })
  return 'problem' in answer ? answer : { value: { externalId } }
}

const notConnected = (name: string): { problem: BoardProblem } => ({
  problem: { message: boardRefusals.not_connected({ name }), final: false, refusesUs: true },
})

const heldBack = (message: string): { problem: BoardProblem } => ({ problem: { message, final: true } })
