import { sendCarrierMail } from '#server/carrier/ask'
import type { Db } from '#server/db.server'
import { sendExchange } from '#server/exchange/send'
import { logger } from '#server/log/logger'
import { sendConfirmationMail } from '#server/message/send'
import { sendToBoard } from '#server/posting/board'
import { sendQuoteMail } from '#server/quote/send'
import { type Rounds, runRounds } from '#server/rounds'
import { nextDue, type OutboxEntry, type OutboxKind } from './outbox'

const idleWait = 250

const senders: Record<OutboxKind, (db: Db, entry: OutboxEntry, clock: () => number) => Promise<boolean>> = {
  mail: sendConfirmationMail,
  board: sendToBoard,
  quote_mail: sendQuoteMail,
  carrier_mail: sendCarrierMail,
  exchange: sendExchange,
}

/** Sends what is due of one kind, one entry after another, until stopped. */
export const startWorker = (db: Db, kind: OutboxKind, clock: () => number = Date.now): Rounds => runRounds(() => step(db, kind, clock), idleWait)

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
