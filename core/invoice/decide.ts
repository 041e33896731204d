import type { Refusal, RefusalWords } from '../decision/refusal'
import type { LoadFacts } from '../load/command'
import { decide } from '../load/decide'
import type { LogEvent } from '../load/log-words'
import { type Refusal as LoadRefusal, loadRefusalWords } from '../load/refusals'

export interface BillCommand {
  kind: 'bill'
}

export interface InvoiceFacts {
  load: LoadFacts
  /** What is missing for an invoice, each in words. */
  missing: string[]
  isBilled: boolean
  /** How the customer gets it: as a 210 through its system, or by email. */
  channel: 'exchange' | 'email'
  /** The partner's name, or the email address. */
  to: string
  /** In cents of the load's sell currency. */
  totalMinor: number
}

export type InvoiceEvent = Extract<LogEvent, { kind: 'invoice_sent' | 'state_changed' | 'kept_in_the_building' }>

export const invoiceRefusals = {
  not_ready_to_bill: ({ number, missing }: { number: string; missing: string[] }) =>
    `${number} cannot be billed yet, missing: ${missing.join('; ')}.`,
  already_billed: ({ number }: { number: string }) => `${number} is billed already.`,
  not_at_this_step: ({ refusal }: { refusal: LoadRefusal }) => loadRefusalWords(refusal),
} satisfies RefusalWords<string>

/**
 * Bills a load: it becomes invoiced and its invoice goes to the customer; a cancelled one, billed for a truck ordered and not used, stays
 * cancelled. A practice load is invoiced and nothing leaves. Refused where something is missing, or it is too early or done.
 */
export function decideInvoice(
  { load, missing, isBilled, channel, to, totalMinor }: InvoiceFacts,
  _: BillCommand,
  now: number,
): { events: InvoiceEvent[] } | { refusal: Refusal } {
  const { number } = load
  if (missing.length > 0) return { refusal: { code: 'not_ready_to_bill', facts: { number, missing } } }
  const isCancelled = load.state === 'cancelled'
  if (isCancelled && isBilled) return { refusal: { code: 'already_billed', facts: { number } } }
  const step = isCancelled ? { events: [] } : decide(load, { kind: 'advance', to: 'invoiced' }, now)
  if ('refusal' in step) return { refusal: { code: step.refusal.code, facts: { refusal: step.refusal } } }
  const byMail = channel === 'email'
  const sent: InvoiceEvent =
    load.practice && byMail
      ? { kind: 'kept_in_the_building', what: 'the invoice' }
      : { kind: 'invoice_sent', partner: to, totalMinor, ...(byMail ? { byMail } : {}) }
  return { events: [...(step.events as InvoiceEvent[]), sent] }
}

/** A refusal as people read it: the load's own steps have their words with the load. */
export function invoiceRefusalWords({ code, facts }: Refusal): string {
  const words: (facts: never) => string =
    code in invoiceRefusals ? invoiceRefusals[code as keyof typeof invoiceRefusals] : invoiceRefusals.not_at_this_step
  return words(facts as never)
}
