import type { Refusal } from '../decision/refusal'
import type { CustomerEvent } from './events'
import type { CustomerRefusalCode } from './refusals'

export type CustomerCommand =
  | { kind: 'set_payer'; billingMail: string }
  /** `fuelTable`: null where they pay one price; `missing` where there is no such table. */
  | {
      kind: 'set_pricing'
      fuelTable: { name: string } | 'missing' | null
      hasOwnMargin: boolean
      showsMiles: boolean
    }
  /** An empty reason lifts the hold. */
  | { kind: 'set_hold'; reason: string }

export interface CustomerFacts {
  name: string
  billingMail: string | null
  hold: string | null
}

type Decision<Event> = { events: Event[] } | { refusal: Refusal<CustomerRefusalCode> }

/** What a command on a customer does; a payer that is known stays, a hold that says the same again changes nothing. */
export function decideCustomer(
  { name, billingMail, hold }: CustomerFacts,
  command: CustomerCommand,
): Decision<CustomerEvent> {
  switch (command.kind) {
    case 'set_payer':
      if (billingMail) return { refusal: { code: 'has_payer', facts: { name, billingMail } } }
      return { events: [{ kind: 'payer_set', billingMail: command.billingMail }] }
    case 'set_pricing': {
      const { fuelTable, hasOwnMargin, showsMiles } = command
      if (fuelTable === 'missing') return { refusal: { code: 'no_such_table', facts: {} } }
      return { events: [{ kind: 'pricing_set', fuelTable: fuelTable?.name ?? null, hasOwnMargin, showsMiles }] }
    }
    case 'set_hold': {
      const reason = command.reason.trim()
      if (reason === (hold ?? '')) return { events: [] }
      return { events: [reason ? { kind: 'hold_set', reason } : { kind: 'hold_lifted' }] }
    }
  }
}

/** Whether a customer, or a prospect that never shipped, can be added under a name; names are unique whatever their case. */
export function decideNewCustomer(
  { isNameTaken }: { isNameTaken: boolean },
  { name, isProspect }: { name: string; isProspect: boolean },
): Decision<CustomerEvent> {
  if (isNameTaken) return { refusal: { code: 'customer_exists', facts: { name } } }
  return { events: [{ kind: 'customer_added', isProspect }] }
}
