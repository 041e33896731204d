import { and, eq, inArray } from 'drizzle-orm'
import { z } from 'zod'
import { boardRefusals } from '#core/board/board'
import { adapterOf } from '#server/board/adapters'
import { connectedBoard } from '#server/board/boards'
import { type Db, inTransaction } from '#server/db.server'
import type { Act } from '#server/event/event'
import { takeDown } from '#server/load/post'
import { turnOfOthers } from '#server/loop'
import { enqueue } from '#server/outbox/outbox'
import { load, posting } from '#server/schema'

/** What is done with the postings of one load or many. */
export const postingsActSchema = z.object({
  intent: z.enum(['take_down', 'refresh']),
  ids: z.array(z.number().int().positive()).min(1).max(500, 'At most 500 at once'),
})

/** How many it was done to, and why not to the others. */
export interface ManyDone {
  done: number
  refused: string[]
}

/** Takes the postings of loads down, or lifts them up again, each load by itself; other requests are answered between them. */
export async function actOnPostings(
  db: Db,
  { intent, ids }: z.output<typeof postingsActSchema>,
  who: Act,
): Promise<ManyDone> {
  const refused: string[] = []
  let done = 0
  for (const id of new Set(ids)) {
    await turnOfOthers()
    const outcome = intent === 'take_down' ? takeDown(db, id, who) : refresh(db, id, who.now)
    if ('refusal' in outcome) refused.push(outcome.refusal.message)
    else done += 1
  }
  return { done, refused: [...new Set(refused)].slice(0, 5) }
}

/** Asks for a refresh on every board whose own rules allow one already. */
function refresh(db: Db, loadId: number, now: number): { done: true } | { refusal: { message: string } } {
  return inTransaction(db, () => {
    const rows = db
      .select({ id: posting.id, board: posting.board, upAt: posting.upAt, refreshes: posting.refreshes })
      .from(posting)
      .innerJoin(load, and(eq(load.id, posting.loadId), eq(load.practice, false)))
      .where(and(eq(posting.loadId, loadId), inArray(posting.state, ['up'])))
      .all()
    const due = rows.filter(({ board, upAt, refreshes }) => {
      const minutes = adapterOf(board)?.leastRefreshMinutes ?? 0
      return connectedBoard(db, board) !== null && (refreshes.at(-1) ?? upAt ?? 0) + minutes * 60_000 <= now
    })
    for (const { id } of due)
      enqueue(db, { kind: 'board', stream: `posting-${id}`, loadId, payload: { what: 'refresh', postingId: id } }, now)
    if (due.length > 0) return { done: true }
    const [first] = rows
    if (!first) return { refusal: { message: 'It is on no board.' } }
    const minutes = adapterOf(first.board)?.leastRefreshMinutes ?? 0
    return { refusal: { message: boardRefusals.too_often({ name: first.board, minutes }) } }
  })
}
