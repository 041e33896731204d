import { sendCarrierMail } from '#server/carrier/ask'
import { isStorageFault } from '#server/database/storage-fault'
import { type Db, noteStorage } from '#server/db.server'
import { sendExchange } from '#server/exchange/send'
import { sendInvoiceMail } from '#server/invoice/send'
import { logger } from '#server/log/logger'
import { sendConfirmationMail } from '#server/message/send'
import { sendToBoard } from '#server/posting/board'
import { sendQuoteMail } from '#server/quote/send'
import { type Rounds, runRounds } from '#server/rounds'
import { nextDue, noteFailure, type OutboxEntry, type OutboxKind } from './outbox'

const idleWait = 250

type Sender = (db: Db, entry: OutboxEntry, clock: () => number) => Promise<boolean>

const senders: Record<OutboxKind, Sender> = {
  mail: sendConfirmationMail,
  board: sendToBoard,
  quote_mail: sendQuoteMail,
  carrier_mail: sendCarrierMail,
  invoice_mail: sendInvoiceMail,
  exchange: sendExchange,
}

/** Sends what is due of one kind, one entry after another, until stopped. */
export const startWorker = (
  db: Db,
  kind: OutboxKind,
  clock: () => number = Date.now,
  sender: Sender = senders[kind],
): Rounds => runRounds(() => step(db, kind, clock, sender), idleWait)

/** One step: whether there was an entry to try. */
async function step(db: Db, kind: OutboxKind, clock: () => number, sender: Sender): Promise<boolean> {
  try {
    const entry = nextDue(db, kind, clock())
    if (!entry) return false
    await tryEntry(db, entry, clock, sender)
    return true
  } catch (error) {
    // The disk is full or the database busy: nothing was noted, so nothing is lost; it is tried again after a rest.
    if (isStorageFault(error)) noteStorage(String((error as Error).message))
    logger().error({ err: error, kind }, 'outbox step failed')
    return false
  }
}

async function tryEntry(db: Db, entry: OutboxEntry, clock: () => number, sender: Sender): Promise<void> {
  try {
    const sent = await sender(db, entry, clock)
    logger().info(
      { outbox: entry.key, kind: entry.kind, attempt: entry.attempts + 1, sent },
      sent ? 'sent' : 'to be tried again',
    )
  } catch (error) {
    if (isStorageFault(error)) throw error
    // A sender that breaks counts as a failed try: the entry steps back, and what waits behind it has its turn.
    logger().error({ err: error, outbox: entry.key }, 'a sender broke')
    noteFailure(
      db,
      entry,
      { message: `broke: ${error instanceof Error ? error.message : 'unknown'}`, final: false },
      clock(),
    )
  }
}
