import { isStorageFault } from '#server/database/storage-fault'
import { type Db, noteStorage } from '#server/db.server'
import { logger } from '#server/log/logger'
import { type Loop, runLoop } from '#server/loop'
import { deliver, type Sender } from './deliver'
import { nextDue, type OutboxKind } from './outbox'

const idleWait = 250
/** Entries of one kind on their way at a time, each of another stream: a receiver that does not answer holds up only its own. */
const maxAtOnce = 4

/** Sends what is due of one kind, each stream in its order, until stopped; what is on its way then is waited for. */
export function startWorker(db: Db, kind: OutboxKind, sender: Sender, clock: () => number = Date.now): Loop {
  const underWay = new Map<string, Promise<void>>()
  const loop = runLoop(async () => {
    if (underWay.size >= maxAtOnce) return false
    const entry = nextDue(db, kind, clock(), [...underWay.keys()])
    if (!entry) return false
    const sending = deliver(db, entry, sender, clock).then(
      () => undefined,
      (error: unknown) => {
        // The disk is full or the database busy: nothing was noted, so nothing is lost; it is tried again after a rest.
        if (isStorageFault(error)) noteStorage(String((error as Error).message))
        logger().error({ err: error, outbox: entry.key }, 'a try could not be noted')
      },
    )
    underWay.set(
      entry.stream,
      sending.finally(() => {
        underWay.delete(entry.stream)
        loop.wake()
      }),
    )
    return true
  }, idleWait)
  return {
    wake: loop.wake,
    stop: async () => {
      await loop.stop()
      await Promise.all(underWay.values())
    },
  }
}
