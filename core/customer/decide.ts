import { editOf } from '../decision/edit'
import type { Refusal } from '../decision/refusal'
import type { CustomerContact } from './contact'
import type { CustomerEvent } from './events'
import { type CustomerOwnFacts, customerChanges, customerFactWords } from './facts'
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
  /** `from` is what the form began with; `isNameTaken`: another customer has the name that it is to have. */
  | { kind: 'change_facts'; from: CustomerOwnFacts; to: CustomerOwnFacts; isNameTaken: boolean }
  | { kind: 'add_contact'; contact: CustomerContact }
  | { kind: 'change_contact'; contactId: number; contact: CustomerContact }
  | { kind: 'remove_contact'; contactId: number }
  /** `other`: null where there is no such customer. */
  | { kind: 'merge'; other: { name: string; loads: number } | null; isSame: boolean }
  /** An empty reason lifts the hold. */
  | { kind: 'set_hold'; reason: string }

export interface CustomerFacts {
  name: string
  billingMail: string | null
  hold: string | null
  own: CustomerOwnFacts
  contacts: { id: number; name: string }[]
}

type Decision<Event> = { events: Event[] } | { refusal: Refusal<CustomerRefusalCode> }

/** What a command on a customer does; a payer that is known stays, a hold that says the same again changes nothing. */
export function decideCustomer(customer: CustomerFacts, command: CustomerCommand): Decision<CustomerEvent> {
  const { name, billingMail, hold } = customer
  switch (command.kind) {
    case 'set_payer':
      if (billingMail) return { refusal: { code: 'has_payer', facts: { name, billingMail } } }
      return { events: [{ kind: 'payer_set', billingMail: command.billingMail }] }
    case 'set_pricing': {
      const { fuelTable, hasOwnMargin, showsMiles } = command
      if (fuelTable === 'missing') return { refusal: { code: 'no_such_table', facts: {} } }
      return { events: [{ kind: 'pricing_set', fuelTable: fuelTable?.name ?? null, hasOwnMargin, showsMiles }] }
    }
    case 'change_facts':
      return decideFacts(customer.own, command)
    case 'add_contact':
      return { events: [{ kind: 'contact_added', name: command.contact.name }] }
    case 'change_contact':
      return withContact(customer, command.contactId, () => ({ kind: 'contact_changed', name: command.contact.name }))
    case 'remove_contact':
      return withContact(customer, command.contactId, (contact) => ({ kind: 'contact_removed', name: contact.name }))
    case 'merge':
      if (command.isSame) return { refusal: { code: 'same_customer', facts: {} } }
      if (!command.other) return { refusal: { code: 'no_such_customer', facts: {} } }
      return { events: [{ kind: 'customer_merged', ...command.other }] }
    case 'set_hold': {
      const reason = command.reason.trim()
      if (reason === (hold ?? '')) return { events: [] }
      return { events: [reason ? { kind: 'hold_set', reason } : { kind: 'hold_lifted' }] }
    }
  }
}

/** Changes the fields that were touched, unless somebody else has changed one of them meanwhile. */
function decideFacts(
  now: CustomerOwnFacts,
  command: CustomerCommand & { kind: 'change_facts' },
): Decision<CustomerEvent> {
  const { set, conflicts } = editOf(now, command.from, command.to)
  if (conflicts.length > 0) {
    const fields = conflicts.map((field) => `${customerFactWords[field]} is now ${String(now[field] || 'empty')}`)
    return { refusal: { code: 'changed_meanwhile', facts: { fields: fields.join('; ') } } }
  }
  if (set.name !== undefined && command.isNameTaken)
    return { refusal: { code: 'customer_exists', facts: { name: set.name } } }
  const changes = customerChanges(now, set)
  return { events: changes.length > 0 ? [{ kind: 'facts_changed', changes }] : [] }
}

function withContact(
  { contacts }: CustomerFacts,
  contactId: number,
  then: (contact: { name: string }) => CustomerEvent,
): Decision<CustomerEvent> {
  const contact = contacts.find(({ id }) => id === contactId)
  return contact ? { events: [then(contact)] } : { refusal: { code: 'no_such_contact', facts: {} } }
}

/** Whether a customer, or a prospect that never shipped, can be added under a name; names are unique whatever their case. */
export function decideNewCustomer(
  { isNameTaken }: { isNameTaken: boolean },
  { name, isProspect }: { name: string; isProspect: boolean },
): Decision<CustomerEvent> {
  if (isNameTaken) return { refusal: { code: 'customer_exists', facts: { name } } }
  return { events: [{ kind: 'customer_added', isProspect }] }
}
