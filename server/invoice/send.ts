import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { chargeKindWords, chargeRateWords } from '#core/charge/words'
import { invoiceMail, invoiceNumber } from '#core/invoice/mail'
import { referenceLabel } from '#core/load/words'
import type { Db } from '#server/db.server'
import { documentsOf } from '#server/document/documents'
import { readStoredDocument } from '#server/document/store'
import { recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import type { Sender } from '#server/outbox/deliver'
import { loadOf } from '#server/outbox/outbox'
import { sendMail } from '#server/outbox/send-mail'
import { reference } from '#server/schema'
import { invoiceOf } from './invoice'

const payloadSchema = z.object({ to: z.string() })

/** Emails a load's invoice. */
export const sendInvoiceMail: Sender = async (db, entry, now) => {
  const { to } = payloadSchema.parse(entry.payload)
  const loadId = loadOf(entry)
  const invoice = invoiceOf(db, loadId, now)
  if (!invoice) throw new Error(`Outbox entry ${entry.key} names load ${loadId}, which is not there`)
  const { own, sheet, deliveredOn } = invoice
  const references = db
    .select()
    .from(reference)
    .where(eq(reference.loadId, loadId))
    .all()
    .filter(({ showOn }) => showOn.includes('invoice'))
  const text = invoiceMail({
    number: invoiceNumber(own.load.number, officeOf(db).numbers.invoicePrefix),
    loadNumber: own.load.number,
    customerName: own.customer.name,
    lane: `${own.load.originCity} to ${own.load.destCity}`,
    deliveredOn,
    references: references.map(({ kind, name, value }) => ({ label: referenceLabel({ kind, name }), value })),
    lines: sheet.lines
      .filter(({ charge }) => charge.kind !== 'advance')
      .map(({ charge, amountMinor }) => ({
        label: charge.note || chargeKindWords[charge.kind],
        rate: chargeRateWords(charge),
        amountMinor,
      })),
    totalMinor: sheet.totalMinor,
    currency: sheet.currency,
    brokerage: officeOf(db),
    advances: sheet.lines
      .filter(({ charge }) => charge.kind === 'advance')
      .map(({ charge, amountMinor }) => ({ paidOn: charge.day ?? '', amountMinor: Math.abs(amountMinor) })),
  })
  const attachments = await filesFor(db, loadId)
  const problem = await sendMail(db, entry.key, { ...text, to, replyTo: officeOf(db).mail, attachments })
  return {
    problem,
    failed: (after, act) => {
      if (after === 'given_up')
        recordEvent(db, 'load', loadId, { kind: 'mail_failed', version: 0, to, problem: problem!.message }, act)
    },
  }
}

/** The files that go to the customer: proof of delivery, receipts. One that is gone from the store is left out. */
async function filesFor(db: Db, loadId: number) {
  const files = await Promise.all(
    documentsOf(db, { loadId }, 'customer').map(async ({ fileName, type, storedAs }) => {
      const content = await readStoredDocument(storedAs)
      return content && { filename: fileName, contentType: type, content }
    }),
  )
  return files.filter((file) => file !== null)
}
