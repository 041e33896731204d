import { eq } from 'drizzle-orm'
import { readRegisterFeed } from '#core/register/feed'
import { connectionOf, notConnected } from '#server/connection/connections'
import { type Db, inTransaction, prepared } from '#server/db.server'
import { askOutside } from '#server/http/outside'
import { logger } from '#server/log/logger'
import { readAside } from '#server/read/read'
import { registerFeed } from '#server/schema'
import { storeRecord } from './store'

const answerTimeout = 15_000
const readTimeout = 30_000
const largestPage = 32 * 1024 * 1024
/** Changes asked for at once, and how many of them are kept in one transaction: others wait no longer than that takes. */
const page = 2_000
const atOnce = 250

export type FeedOutcome = { taken: number; refused: number; changed: number[] } | { problem: string }

/** How far the register’s feed was read; null before the first time. */
export const feedState = (db: Db): typeof registerFeed.$inferSelect | null => feedQuery(db).get() ?? null

const feedQuery = prepared((db) => db.select().from(registerFeed).where(eq(registerFeed.id, 1)).prepare())

/**
 * Reads all changes since the last time, page after page, and keeps them; `changed` names the carriers of ours that they touch. What was
 * taken in before a page fails stays, and the next reading goes on from there.
 */
export async function readChanges(db: Db, clock: () => number = Date.now): Promise<FeedOutcome> {
  const changed = new Set<number>()
  let [taken, refused] = [0, 0]
  const connected = connectionOf(db, 'register')
  if (!connected) {
    note(db, { triedAt: clock(), problem: notConnected('register') })
    return { problem: notConnected('register') }
  }
  try {
    for (;;) {
      const after = feedState(db)?.sequence ?? 0
      const reading = await fetchPage(connected.url, after)
      if (reading.refused.length > 0)
        logger().warn({ refused: reading.refused.slice(0, 5) }, 'lines of the register’s feed could not be read')
      taken += reading.changes.length
      refused += reading.refused.length
      for (let at = 0; at < reading.changes.length; at += atOnce) {
        const part = reading.changes.slice(at, at + atOnce)
        const now = clock()
        inTransaction(db, () => {
          for (const change of part) {
            const ours = storeRecord(db, change.record, { changedAt: change.changedAt, confirmedAt: now })
            if (ours !== null) changed.add(ours)
          }
          note(db, { sequence: part.at(-1)!.sequence, triedAt: now })
        })
        await new Promise((resolve) => setImmediate(resolve))
      }
      const done = reading.last === null || reading.last <= after
      note(db, {
        sequence: Math.max(after, reading.last ?? 0),
        triedAt: clock(),
        ...(done ? { currentAt: clock(), problem: null, refused } : {}),
      })
      if (done) return { taken, refused, changed: [...changed] }
    }
  } catch (error) {
    const problem = error instanceof Error ? error.message : 'unknown'
    logger().warn({ problem }, 'the register could not be read')
    note(db, { triedAt: clock(), problem: problem.slice(0, 300) })
    return { problem }
  }
}

async function fetchPage(root: string, after: number) {
  const answer = await askOutside(`${root}/changes.csv?after=${after}&limit=${page}`, {
    timeoutMs: answerTimeout,
    maxBytes: largestPage,
    allowPrivate: true,
  })
  if (answer.status !== 200) throw new Error(`The register answered ${answer.status}`)
  const text = answer.body.toString('utf8')
  const reading = readRegisterFeed(await readAside('csv', { text, maxRows: 100_000, maxColumns: 200 }, readTimeout))
  if ('problem' in reading) throw new Error(reading.problem)
  // A page of nothing but nonsense is no answer: what is known stays, and counts as old in time.
  if (reading.refused.length > 3 && reading.refused.length > reading.changes.length)
    throw new Error(`The register’s feed makes no sense: ${reading.refused[0]!.why}`)
  return reading
}

function note(db: Db, part: { triedAt: number } & Partial<typeof registerFeed.$inferInsert>): void {
  db.insert(registerFeed)
    .values({ id: 1, sequence: 0, ...part })
    .onConflictDoUpdate({ target: registerFeed.id, set: part })
    .run()
}
