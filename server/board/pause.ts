/** Boards that are not to be asked just now, because they said so or do not answer: until when, and how often they failed in a row. */
const paused = new Map<string, { until: number; failures: number }>()

const longestPauseMs = 60_000

/** Until when a board is left alone; null where it can be asked. */
export function pausedUntil(board: string, now: number): number | null {
  const until = paused.get(board)?.until ?? 0
  return until > now ? until : null
}

/** Leaves a board alone for as long as it said itself, or ever longer while it does not answer. */
export function pauseBoard(board: string, now: number, by: { waitMs: number } | { firstMs: number }): number {
  const failures = (paused.get(board)?.failures ?? 0) + 1
  const wait = 'waitMs' in by ? by.waitMs : Math.min(longestPauseMs, by.firstMs * 2 ** Math.min(16, failures - 1))
  paused.set(board, { until: now + wait, failures: 'waitMs' in by ? 0 : failures })
  return now + wait
}

/** It answered. */
export const unpauseBoard = (board: string): boolean => paused.delete(board)
