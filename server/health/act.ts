import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { refused } from '#core/decision/refusal'
import { outboxRefusals } from '#core/outbox/refusals'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { outbox } from '#server/schema'

const outboxId = z.number().int().positive()
export const healthActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('retry'), outboxId }),
  z.object({
    intent: z.literal('skip'),
    outboxId,
    reason: z.string().trim().min(3, 'Say why it need not be sent').max(200, 'At most 200 characters'),
  }),
  z.object({ intent: z.literal('back_up') }),
])

/** Tries an entry of the outbox again at once, or gives it up with a reason that stays in the log. */
export function actOnOutbox(
  db: Db,
  act: Exclude<z.output<typeof healthActSchema>, { intent: 'back_up' }>,
  who: Act,
): Outcome {
  return inTransaction(db, () => {
    const entry = db.select().from(outbox).where(eq(outbox.id, act.outboxId)).get()
    if (!entry) return refused(outboxRefusals, 'no_such_entry')
    if (entry.state === 'sent') return refused(outboxRefusals, 'sent_already')
    if (act.intent === 'retry') {
      db.update(outbox).set({ state: 'waiting', nextAt: who.now }).where(eq(outbox.id, entry.id)).run()
      return { done: true }
    }
    db.update(outbox)
      .set({ state: 'failed', lastError: `skipped by ${who.by.name}: ${act.reason}` })
      .where(eq(outbox.id, entry.id))
      .run()
    recordEvent(db, 'office', 1, { kind: 'sending_skipped', what: entry.key, reason: act.reason }, who)
    return { done: true }
  })
}
