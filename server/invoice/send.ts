import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { chargeKindWords, chargeRateWords } from '#core/charge/words'
import { invoiceMail, invoiceNumber } from '#core/invoice/mail'
import { referenceKindWords } from '#core/load/words'
import { type Db, inTransaction } from '#server/db.server'
import { announce } from '#server/live/live'
import { writeLog } from '#server/log/act'
import { sendMail } from '#server/message/transport'
import { loadOf, markSent, noteFailure, type OutboxEntry } from '#server/outbox/outbox'
import { reference } from '#server/schema'
import { brokerage } from '#server/settings.server'
import { invoiceOf } from './bill'

const payloadSchema = z.object({ to: z.string() })

/** Emails a load's invoice and writes down what came of it. */
export async function sendInvoiceMail(db: Db, entry: OutboxEntry, clock: () => number): Promise<boolean> {
  const { to } = payloadSchema.parse(entry.payload)
  const loadId = loadOf(entry)
  const invoice = invoiceOf(db, loadId, clock())
  if (!invoice) throw new Error(`Outbox entry ${entry.key} names load ${loadId}, which is not there`)
  const { own, sheet, deliveredOn } = invoice
  const references = db
    .select()
    .from(reference)
    .where(eq(reference.loadId, loadId))
    .all()
    .filter(({ showOn }) => showOn.includes('invoice'))
  const text = invoiceMail({
    number: invoiceNumber(own.load.number),
    loadNumber: own.load.number,
    customerName: own.customer.name,
    lane: `${own.load.originCity} to ${own.load.destCity}`,
    deliveredOn,
    references: references.map(({ kind, value }) => ({ label: referenceKindWords[kind], value })),
    lines: sheet.lines
      .filter(({ charge }) => charge.kind !== 'advance')
      .map(({ charge, amountMinor }) => ({
        label: charge.note || chargeKindWords[charge.kind],
        rate: chargeRateWords(charge),
        amountMinor,
      })),
    totalMinor: sheet.totalMinor,
    currency: sheet.currency,
    brokerage,
    advances: sheet.lines
      .filter(({ charge }) => charge.kind === 'advance')
      .map(({ charge, amountMinor }) => ({ paidOn: charge.paidOn ?? '', amountMinor: Math.abs(amountMinor) })),
  })
  const problem = await sendMail(entry.key, { ...text, to, replyTo: brokerage.mail })
  const now = clock()
  const rule = { now, by: { kind: 'rule' as const, name: 'the outbox' } }
  inTransaction(db, () => {
    if (problem === null) return markSent(db, entry, now)
    if (noteFailure(db, entry, problem, now) === 'given_up')
      writeLog(db, loadId, 'mail_failed', { kind: 'mail_failed', version: 0, to, problem: problem.message }, rule)
  })
  announce()
  return problem === null
}
