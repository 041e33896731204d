import { and, eq, gt, inArray, ne, or } from 'drizzle-orm'
import type { ListedPosting } from '#server/board/adapter'
import type { ConnectedBoard } from '#server/board/boards'
import { type Db, inTransaction } from '#server/db.server'
import { logger } from '#server/log/logger'
import { enqueue } from '#server/outbox/outbox'
import { answerUrl } from '#server/posting/postable'
import { lanePosting } from '#server/schema'

import { rememberedMs } from './own-postings'

type Row = typeof lanePosting.$inferSelect

/** What a board lists for us, parted into lanes that may be bid on and everything else. */
export function partLanes(
  db: Db,
  { row }: ConnectedBoard,
  listed: readonly ListedPosting[],
  now: number,
): { lanes: Row[]; ofLanes: ListedPosting[]; others: ListedPosting[] } {
  const isKnown = and(
    eq(lanePosting.board, row.name),
    ne(lanePosting.state, 'refused'),
    // What came down longer ago is a stray like any other.
    or(ne(lanePosting.state, 'down'), gt(lanePosting.askedAt, now - rememberedMs)),
  )
  const known = db.select().from(lanePosting).where(isKnown).all()
  const references = new Set(known.map(({ reference }) => reference))
  return {
    lanes: known,
    ofLanes: listed.filter(({ reference }) => references.has(reference)),
    others: listed.filter(({ reference }) => !references.has(reference)),
  }
}

/** Puts right what a board shows of lanes: missing ones back, what should be down and doubles down. What is on its way is left alone. Returns how many. */
export async function keepLanes(
  db: Db,
  board: ConnectedBoard,
  lanes: readonly Row[],
  listed: readonly ListedPosting[],
  now: number,
): Promise<number> {
  const rowOf = new Map(lanes.map((row) => [row.reference, row]))
  const kept = new Set<string>()
  const strays = listed.filter(({ reference, externalId }) => {
    const { state, externalId: own } = rowOf.get(reference)!
    if (state === 'asked' || state === 'removal_asked') return false
    const isKept = state === 'up' && !kept.has(reference) && (own === null || own === externalId)
    if (isKept) kept.add(reference)
    return !isKept
  })
  for (const { reference, externalId } of strays) {
    const ask = { key: `lane-stray-${reference}-${externalId}-${now}`, answerUrl: answerUrl(board.row.name) }
    const answer = await board.adapter.remove(board.link, { reference, externalId }, ask)
    if ('problem' in answer)
      logger().warn({ board: board.row.name, problem: answer.problem.message }, 'a lane stays up')
  }
  const missing = lanes.filter(({ state, reference }) => state === 'up' && !kept.has(reference))
  inTransaction(db, () => putBack(db, missing, now))
  return strays.length + missing.length
}

function putBack(db: Db, missing: readonly Row[], now: number): void {
  if (missing.length === 0) return
  const ids = missing.map(({ id }) => id)
  db.update(lanePosting).set({ state: 'asked', externalId: null }).where(inArray(lanePosting.id, ids)).run()
  for (const lanePostingId of ids)
    enqueue(
      db,
      { kind: 'board', stream: `lane-posting-${lanePostingId}`, loadId: null, payload: { what: 'put', lanePostingId } },
      now,
    )
}
