import { eq } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { noteChange } from '#server/changes'
import { isStorageFault } from '#server/database/storage-fault'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { logger } from '#server/log/logger'
import { outbox } from '#server/schema'
import { type AfterFailure, markSent, noteFailure, type OutboxEntry, type SendProblem } from './outbox'

/** What came of one try: `sent` and `failed` write what follows from it, in the transaction that notes the try. */
export type Attempt =
  | {
      problem: SendProblem | null
      sent?: (act: Act) => void
      /** Called after every failed try, with what becomes of the entry. */
      failed?: (after: AfterFailure, act: Act) => void
    }
  /** Nothing was tried: the receiver is paused. */
  | { waitUntil: number }

/** Sends one entry over its wire. It may throw: that is a failed try like any other. */
export type Sender = (db: Db, entry: OutboxEntry, now: number) => Promise<Attempt>

/**
 * Tries to send one entry and writes down what came of it: sent, to be tried later with a growing delay, held until a setting is put
 * right, or given up, which is always recorded where somebody sees it. Returns whether it was sent.
 */
export async function deliver(db: Db, entry: OutboxEntry, sender: Sender, clock: () => number): Promise<boolean> {
  const attempt = await tried(db, entry, sender, clock())
  const now = clock()
  const act: Act = { now, by: system('the outbox') }
  if ('waitUntil' in attempt) {
    db.update(outbox).set({ nextAt: attempt.waitUntil }).where(eq(outbox.id, entry.id)).run()
    return false
  }
  const { problem, sent, failed } = attempt
  inTransaction(db, () => {
    if (problem === null) {
      markSent(db, entry, now)
      sent?.(act)
    } else {
      const after = noteFailure(db, entry, problem, now)
      failed?.(after, act)
      if (after === 'given_up' && !failed && entry.loadId !== null)
        recordEvent(db, 'load', entry.loadId, { kind: 'sending_failed', problem: problem.message }, act)
    }
    noteChange(db.$client, { aggregate: 'outbox', id: entry.id, kind: problem === null ? 'sent' : 'not_sent' })
  })
  logger().info(
    { outbox: entry.key, kind: entry.kind, attempt: entry.attempts + 1, problem: problem?.message },
    problem === null ? 'sent' : 'not sent',
  )
  return problem === null
}

async function tried(db: Db, entry: OutboxEntry, sender: Sender, now: number): Promise<Attempt> {
  try {
    return await sender(db, entry, now)
  } catch (error) {
    // The disk is full or the database busy: nothing was tried, so nothing is noted.
    if (isStorageFault(error)) throw error
    logger().error({ err: error, outbox: entry.key }, 'a sender broke')
    const message = `broke: ${error instanceof Error ? error.message : 'unknown'}`
    return { problem: { message, final: false } }
  }
}
