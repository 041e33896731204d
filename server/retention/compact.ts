import { isOfficeOpen } from '#core/office/hours'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'

/** Pages given back in one step: a megabyte of SQLite's usual 4 kB pages. */
const pagesAtOnce = 256
/** Less than this stays: it is filled again soon. */
const leastShare = 0.1
const leastPages = 2560

/**
 * Gives some of the database's empty pages back to the disk, outside office hours alone; returns how many. What was removed leaves empty pages
 * in the file, which are used again before it grows; only where many stay empty is the file made smaller.
 */
export function compactIdle(db: Db, now: number): number {
  if (isOfficeOpen(officeOf(db), now)) return 0
  const pragma = (name: string) => db.$client.pragma(name, { simple: true }) as number
  const free = pragma('freelist_count')
  if (free < leastPages || free < pragma('page_count') * leastShare) return 0
  db.$client.pragma(`incremental_vacuum(${pagesAtOnce})`)
  return free - pragma('freelist_count')
}
