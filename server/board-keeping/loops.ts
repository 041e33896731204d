import { connectedBoards } from '#server/board/boards'
import type { Db } from '#server/db.server'
import { logger } from '#server/log/logger'
import { type Loop, runLoop } from '#server/loop'
import { settings } from '#server/settings.server'
import { countPostingsDown, openPostings, refreshDue, takeDownExpired } from './clockwork'
import { reconcile } from './reconcile'

const clockEveryMs = 10_000

/** Keeps our postings true until stopped: refreshed, ended in time, and as they should be on every board. `seenOn`: what others see of ours there. */
export function startBoardKeeping(
  db: Db,
  seenOn: (board: string) => ReadonlySet<string> | null,
  clock: () => number = Date.now,
): { stop: () => Promise<void> } {
  const steps: [() => Promise<unknown> | unknown, number][] = [
    [() => refreshDue(db, clock()), clockEveryMs],
    [() => takeDownExpired(db, clock()), clockEveryMs],
    [() => openPostings(db, clock()), clockEveryMs],
    [() => countPostingsDown(db, clock()), clockEveryMs],
    [() => reconcileAll(db, seenOn, clock), settings().OX_BOARD_CHECK_MS],
  ]
  const loops: Loop[] = steps.map(([step, everyMs]) =>
    runLoop(async () => {
      try {
        await step()
      } catch (error) {
        logger().error({ err: error }, 'postings could not be looked after')
      }
      return false
    }, everyMs),
  )
  return { stop: async () => void (await Promise.all(loops.map((loop) => loop.stop()))) }
}

const reconcileAll = (db: Db, seenOn: (board: string) => ReadonlySet<string> | null, clock: () => number) =>
  Promise.all(connectedBoards(db).map((board) => reconcile(db, board, () => seenOn(board.row.name), clock)))
