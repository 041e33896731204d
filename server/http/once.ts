import { eq, lt } from 'drizzle-orm'
import { type Db, inTransaction } from '#server/db.server'
import { submission } from '#server/schema'

const keptMs = 2 * 24 * 3_600_000
const keyShape = /^[\w-]{16,64}$/

/**
 * Carries out what a form asks once, however often it is sent: a form has a key (`Idempotency-Key`), and the same key of the same person is
 * answered as the first time. What was refused is not kept: the same form may be fixed and sent again. The work and the note
 * that it was done are one transaction.
 */
export function once<T>(
  db: Db,
  request: Request,
  userId: number,
  now: number,
  work: () => { outcome: T; isDone: boolean },
): T {
  const sent = request.headers.get('idempotency-key')
  if (sent === null || !keyShape.test(sent)) return work().outcome
  const key = `${userId}:${sent}`
  return inTransaction(db, () => {
    const before = db.select({ answer: submission.answer }).from(submission).where(eq(submission.key, key)).get()
    if (before) return before.answer as T
    const { outcome, isDone } = work()
    if (isDone)
      db.insert(submission)
        .values({ key, at: now, answer: outcome as Record<string, unknown> })
        .run()
    db.delete(submission)
      .where(lt(submission.at, now - keptMs))
      .run()
    return outcome
  })
}
