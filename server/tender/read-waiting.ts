import { and, asc, eq } from 'drizzle-orm'
import { minute } from '#core/time/local'
import { readTender } from '#core/x12/read-tender'
import { setsOf } from '#core/x12/sets-of'
import type { Segment } from '#core/x12/x12'
import { type Db, inTransaction, prepared } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { logger } from '#server/log/logger'
import { findPartner, type Partner } from '#server/partner/partners'
import { exchange, exchangeDocument } from '#server/schema'
import { takeNotice } from './notice'

/** Sets read in one transaction: others get their turn in between. */
const atOnce = 10

/**
 * Reads the tenders of what came in, oldest first, some at a time. Stopped or killed in between, the rest is read next time: a set is
 * marked read in the transaction that writes its notice. Answers how many were read.
 */
export async function readWaitingTenders(db: Db, clock: () => number = Date.now): Promise<number> {
  let read = 0
  for (;;) {
    const next = db
      .select({ exchangeId: exchangeDocument.exchangeId })
      .from(exchangeDocument)
      .where(eq(exchangeDocument.state, 'to_read'))
      .orderBy(asc(exchangeDocument.id))
      .limit(1)
      .get()
    if (!next) return read
    read += await readExchange(db, next.exchangeId, clock)
  }
}

async function readExchange(db: Db, exchangeId: number, clock: () => number): Promise<number> {
  const kept = db.select().from(exchange).where(eq(exchange.id, exchangeId)).get()!
  const partner = kept.partnerId === null ? null : findPartner(db, kept.partnerId)
  if (!partner) throw new Error(`Exchange ${exchangeId} has tenders to read and no partner`)
  const waiting = db
    .select()
    .from(exchangeDocument)
    .where(and(eq(exchangeDocument.exchangeId, exchangeId), eq(exchangeDocument.state, 'to_read')))
    .orderBy(asc(exchangeDocument.ordinal))
    .all()
  const segments = setsOf(kept.raw.toString('latin1'), new Set(waiting.map(({ ordinal }) => ordinal)))
  for (let from = 0; from < waiting.length; from += atOnce) {
    const part = waiting.slice(from, from + atOnce)
    inTransaction(db, () => {
      for (const document of part)
        readDocument(db, partner, kept, document, segments.get(document.ordinal) ?? [], clock())
    })
    noteUnlogged(db, 'partner', partner.id, 'exchange_read')
    await new Promise((resolve) => setImmediate(resolve))
  }
  return waiting.length
}

const markRead = prepared((db) =>
  db.$client.prepare(
    "update exchange_document set state = 'read', number = @number, notice_id = @noticeId where id = @id",
  ),
)

function readDocument(
  db: Db,
  partner: Partner,
  kept: typeof exchange.$inferSelect,
  document: typeof exchangeDocument.$inferSelect,
  segments: Segment[],
  now: number,
): void {
  const incoming = readTender(segments)
  if (!incoming.shipmentId) {
    db.update(exchangeDocument)
      .set({ state: 'kept', problem: 'It names no shipment: nothing can be answered' })
      .where(eq(exchangeDocument.id, document.id))
      .run()
    return
  }
  try {
    // A savepoint: what cannot be taken in takes nothing with it.
    const noticeId = inTransaction(db, () =>
      takeNotice(
        db,
        {
          partner,
          tender: incoming,
          documentId: document.id,
          position: { control: kept.control ?? 0, saidAt: kept.saidAt ?? Math.floor(kept.at / minute) },
          practice: kept.usage === 'T',
        },
        now,
      ),
    )
    markRead(db).run({ id: document.id, number: incoming.shipmentId, noticeId })
  } catch (error) {
    logger().error({ err: error, document: document.id }, 'a tender could not be taken in')
    db.update(exchangeDocument)
      .set({
        state: 'kept',
        number: incoming.shipmentId,
        problem: `It could not be taken in: ${error instanceof Error ? error.message : 'unknown'}`,
      })
      .where(eq(exchangeDocument.id, document.id))
      .run()
  }
}
