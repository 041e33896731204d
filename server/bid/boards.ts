import { randomBytes } from 'node:crypto'
import { and, asc, eq, inArray } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { enqueue } from '#server/outbox/outbox'
import { bidLane, lanePosting } from '#server/schema'

const out = inArray(lanePosting.state, ['asked', 'up'])

/** The boards that lanes of a project are on, or on their way to. */
export const boardsOf = (db: Db, projectId: number): string[] =>
  db
    .selectDistinct({ board: lanePosting.board })
    .from(lanePosting)
    .innerJoin(bidLane, eq(bidLane.id, lanePosting.laneId))
    .where(and(eq(bidLane.projectId, projectId), out))
    .orderBy(asc(lanePosting.board))
    .all()
    .map(({ board }) => board)

/** Asks for lanes to be put on boards, each under a reference of its own. */
export function askLanePostings(db: Db, laneIds: readonly number[], boards: readonly string[], now: number): void {
  for (const board of boards)
    for (const laneId of laneIds) {
      const reference = randomBytes(5).toString('hex')
      const { id } = db
        .insert(lanePosting)
        .values({ laneId, board, reference, state: 'asked', askedAt: now })
        .returning({ id: lanePosting.id })
        .get()
      sendLane(db, id, 'put', now)
    }
}

/** Asks for the lanes of a project to be taken off boards. */
export function askLaneRemovals(db: Db, projectId: number, boards: readonly string[], now: number): void {
  const rows = db
    .select({ id: lanePosting.id })
    .from(lanePosting)
    .innerJoin(bidLane, eq(bidLane.id, lanePosting.laneId))
    .where(and(eq(bidLane.projectId, projectId), inArray(lanePosting.board, [...boards]), out))
    .all()
  for (const { id } of rows) {
    db.update(lanePosting).set({ state: 'removal_asked' }).where(eq(lanePosting.id, id)).run()
    sendLane(db, id, 'remove', now)
  }
}

const sendLane = (db: Db, lanePostingId: number, what: 'put' | 'remove', now: number): void =>
  enqueue(
    db,
    { kind: 'board', stream: `lane-posting-${lanePostingId}`, loadId: null, payload: { what, lanePostingId } },
    now,
  )

/** The lane that a board knows by a reference, with its project; null for none of ours. */
export const laneByReference = (db: Db, reference: string): { laneId: number; projectId: number } | null =>
  db
    .select({ laneId: lanePosting.laneId, projectId: bidLane.projectId })
    .from(lanePosting)
    .innerJoin(bidLane, eq(bidLane.id, lanePosting.laneId))
    .where(eq(lanePosting.reference, reference))
    .get() ?? null

/** How the lanes of a project stand on each board that they are on. */
export function standingOnBoards(db: Db, projectId: number): { board: string; lanes: number; up: number }[] {
  const rows = db
    .select({ board: lanePosting.board, state: lanePosting.state })
    .from(lanePosting)
    .innerJoin(bidLane, eq(bidLane.id, lanePosting.laneId))
    .where(and(eq(bidLane.projectId, projectId), out))
    .all()
  const boards = [...new Set(rows.map(({ board }) => board))].toSorted()
  return boards.map((board) => {
    const here = rows.filter((row) => row.board === board)
    return { board, lanes: here.length, up: here.filter(({ state }) => state === 'up').length }
  })
}
