import { sendCarrierMail } from '#server/carrier/ask'
import type { Db } from '#server/db.server'
import { sendExchange } from '#server/exchange/send'
import { logger } from '#server/log/logger'
import { sendConfirmationMail } from '#server/message/send'
import { sendToBoard } from '#server/posting/board'
import { sendQuoteMail } from '#server/quote/send'
import { nextDue, type OutboxEntry, type OutboxKind } from './outbox'

const idleWait = 250

const senders: Record<OutboxKind, (db: Db, entry: OutboxEntry, clock: () => number) => Promise<boolean>> = {
  mail: sendConfirmationMail,
  board: sendToBoard,
  quote_mail: sendQuoteMail,
  carrier_mail: sendCarrierMail,
  exchange: sendExchange,
}

export interface Worker {
  /** Lets the step in hand finish, then ends. */
  stop(): Promise<void>
}

/** Sends what is due of one kind, one entry after another, until stopped. */
export function startWorker(db: Db, kind: OutboxKind, clock: () => number = Date.now): Worker {
  let stopping = false
  let wake = () => {}
  const pause = () => new Promise<void>((resolve) => {
    const timer = setTimeout(resolve, idleWait)
    wake = () => {
      clearTimeout(timer)
      resolve()
    }
  })
  const running = (async () => {
    while (!stopping) {
      const sent = await step(db, kind, clock)
      if (!sent && !stopping) await pause()
    }
  })()
  return {
    async stop() {
      stopping = true
      wake()
      await running
    },
  }
}

/** One step: whether there was an entry to try. */
async function step(db: Db, kind: OutboxKind, clock: () => number): Promise<boolean> {
  const entry = nextDue(db, kind, clock())
  if (!entry) return false
  try {
    const sent = await senders[kind](db, entry, clock)
    logger().info({ outbox: entry.key, kind, attempt: entry.attempts + 1, sent }, sent ? 'sent' : 'to be tried again')
  } catch (error) {
    logger().error({ err: error, outbox: entry.key }, 'outbox step failed')
    await new Promise((resolve) => setTimeout(resolve, idleWait))
  }
  return true
}
