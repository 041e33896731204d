import { eq } from 'drizzle-orm'
import { type Db, inTransaction } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { releaseHeld } from '#server/outbox/outbox'
import { codesOf } from '#server/partner/codes'
import { findPartner } from '#server/partner/partners'
import { exchange, exchangeDocument, tenderNotice } from '#server/schema'
import { assess, customerOf, equipmentOf } from '#server/tender-facts/assess'
import { askSending } from './send'

const refuse = (code: string, message: string): Outcome => ({ refusal: { code, message } })

/** Sends an interchange once more: the same bytes under the same control number, so that a partner that has it knows it. */
export function resend(db: Db, exchangeId: number, now: number): Outcome {
  return inTransaction(db, () => {
    const row = db.select().from(exchange).where(eq(exchange.id, exchangeId)).get()
    if (row?.direction !== 'out' || row.partnerId === null)
      return refuse('no_such_exchange', 'There is nothing to send.')
    // One that is held goes at once: somebody knows that the partner takes us again.
    if (row.state === 'waiting' && releaseHeld(db, { kind: 'exchange', stream: `partner-${row.partnerId}` }, now) > 0)
      return { done: true }
    if (row.state === 'waiting') return refuse('still_waiting', 'It is on its way already.')
    db.update(exchange).set({ state: 'waiting', problem: null }).where(eq(exchange.id, exchangeId)).run()
    askSending(db, row.partnerId, exchangeId, now)
    return { done: true }
  })
}

/** Reads a document once more: one that could not be taken in is tried again, a tender that waits is computed again. */
export function reread(db: Db, documentId: number, now: number): Outcome {
  return inTransaction(db, (): Outcome => {
    const row = db.select().from(exchangeDocument).where(eq(exchangeDocument.id, documentId)).get()
    if (row?.direction !== 'in') return refuse('no_such_document', 'There is nothing to read.')
    if (row.noticeId !== null) return reckon(db, row.noticeId, now)
    if (row.kind !== '204' || row.state === 'refused')
      return refuse(
        'nothing_to_read',
        row.state === 'refused'
          ? 'It was rejected as faulty: the customer has to send it again.'
          : 'Nothing is read of this document.',
      )
    db.update(exchangeDocument)
      .set({ state: 'to_read', problem: null })
      .where(eq(exchangeDocument.id, documentId))
      .run()
    return { done: true }
  })
}

function reckon(db: Db, noticeId: number, now: number): Outcome {
  const notice = db.select().from(tenderNotice).where(eq(tenderNotice.id, noticeId)).get()!
  if (notice.state !== 'open') return refuse('answered_already', 'It is answered: reading it again changes nothing.')
  const codes = codesOf(db, noticeId)
  db.update(tenderNotice)
    .set({
      customerId: customerOf(codes, findPartner(db, notice.partnerId)!),
      facts: assess(db, notice.tender, equipmentOf(codes, notice.tender), now),
    })
    .where(eq(tenderNotice.id, noticeId))
    .run()
  noteUnlogged(db, 'tender', notice.tenderId, 'reread')
  return { done: true }
}
