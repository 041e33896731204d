import { and, eq } from 'drizzle-orm'
import {
  type BillCommand,
  decideInvoice,
  type InvoiceEvent,
  type InvoiceFacts,
  invoiceRefusalWords,
} from '#core/invoice/decide'
import { recipientsOf } from '#server/customer/recipients'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { sendSet } from '#server/exchange/send'
import { type Context, type Outcome, outcome, run, type Subject } from '#server/kernel/run'
import { noSuchLoad } from '#server/load/commands'
import { findLoadFacts } from '#server/load/facts'
import { apply } from '#server/load/record'
import { enqueue } from '#server/outbox/outbox'
import { exchangeDocument, outbox } from '#server/schema'
import { invoiceOf } from './invoice'
import { segmentsOf } from './segments'

interface ServerFacts extends InvoiceFacts {
  invoice: NonNullable<ReturnType<typeof invoiceOf>>
}

const subject: Subject<'load', ServerFacts, BillCommand, InvoiceEvent> = {
  aggregate: 'load',
  read: readFacts,
  decide: (facts, command, { now }) => decideInvoice(facts, command, now),
  apply: (db, loadId, event, context) => {
    if (event.kind === 'invoice_sent') send(db, loadId, context)
    else if (event.kind === 'state_changed')
      apply(db, loadId, event, { ...context, practice: context.facts.load.practice })
  },
  words: invoiceRefusalWords,
  missing: noSuchLoad.refusal,
}

/**
 * Bills a load: it is invoiced, and its customer gets the invoice as a 210 where its system takes them, by email where not. What is
 * missing is named first, and nothing is sent.
 */
export const billLoad = (db: Db, loadId: number, act: Act): Outcome =>
  outcome(run(db, subject, loadId, { kind: 'bill' }, act))

function readFacts(db: Db, loadId: number, { now }: Act): ServerFacts | null {
  const facts = findLoadFacts(db, loadId)
  const invoice = invoiceOf(db, loadId, now)
  if (!facts || !invoice) return null
  const { own, joined, sheet, missing } = invoice
  const takes210 = joined?.partner.documents.includes('210') ?? false
  return {
    load: facts,
    missing,
    isBilled: isBilled(db, loadId),
    channel: takes210 ? 'exchange' : 'email',
    to: takes210 && joined ? joined.partner.name : billedAt(db, own.payer),
    totalMinor: sheet.totalMinor,
    invoice,
  }
}

/** Where the bill goes: to who pays, and to the contacts there who receive invoices. */
function billedAt(db: Db, { id, billingMail }: { id: number; billingMail: string | null }): string {
  return [...new Set([billingMail?.toLowerCase() ?? '', ...recipientsOf(db, id, 'invoices')])]
    .filter(Boolean)
    .join(', ')
}

function send(db: Db, loadId: number, { facts, now }: Context<ServerFacts, BillCommand>): void {
  const { invoice, channel, to } = facts
  const { joined } = invoice
  if (channel === 'email' || !joined) {
    enqueue(db, { kind: 'invoice_mail', stream: `invoice-${loadId}`, loadId, payload: { to } }, now)
    return
  }
  const segments = segmentsOf(db, invoice, joined, now)
  sendSet(db, joined.partner, { type: '210', segments, number: joined.shipmentId, loadId, noticeId: null }, now)
}

const isBilled = (db: Db, loadId: number): boolean =>
  hasInvoiceMail(db, loadId) ||
  db
    .select({ id: exchangeDocument.id })
    .from(exchangeDocument)
    .where(and(eq(exchangeDocument.loadId, loadId), eq(exchangeDocument.kind, '210')))
    .get() !== undefined

const hasInvoiceMail = (db: Db, loadId: number): boolean =>
  db
    .select({ id: outbox.id })
    .from(outbox)
    .where(and(eq(outbox.kind, 'invoice_mail'), eq(outbox.loadId, loadId)))
    .get() !== undefined
