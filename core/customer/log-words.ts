import { changeWords } from '../decision/edit'
import { documentLogWords } from '../document/decide'
import type { CustomerEvent } from './events'

const sentences: { [Kind in CustomerEvent['kind']]: (event: CustomerEvent & { kind: Kind }) => string } = {
  ...documentLogWords,
  customer_added: ({ isProspect }) => (isProspect ? 'Added as a prospect' : 'Added'),
  payer_set: ({ billingMail }) => `Billed at ${billingMail}`,
  pricing_set: ({ fuelTable, hasOwnMargin, showsMiles }) =>
    [
      hasOwnMargin ? 'Priced by a margin of their own' : "Priced by the desk's margin",
      fuelTable === null ? 'fuel included' : `fuel by ${fuelTable}`,
      showsMiles ? 'miles shown' : 'miles not shown',
    ].join(', '),
  facts_changed: ({ changes }) => `Changed: ${changes.map(changeWords).join('; ')}`,
  contact_added: ({ name }) => `Contact ${name} added`,
  contact_changed: ({ name }) => `Contact ${name} changed`,
  contact_removed: ({ name }) => `Contact ${name} removed`,
  customer_merged: ({ name, loads }) =>
    `${name} put together with it, ${loads} ${loads === 1 ? 'load' : 'loads'} moved here`,
  hold_set: ({ reason }) => `On hold: ${reason}`,
  hold_lifted: () => 'Hold lifted',
  rules_tried: ({ rules }) => `Tried on the last ninety days: ${rules.join(', ')}`,
  rule_added: ({ rule }) => `Rule ${rule} added, off`,
  rule_changed: ({ rule }) => `Rule ${rule} changed, off until it is tried out`,
  rule_switched: ({ rule, on }) => `Rule ${rule} switched ${on ? 'on' : 'off'}`,
  rule_moved: ({ rule, before, by }) => `Rule ${rule} moved ${by < 0 ? 'above' : 'below'} ${before}`,
  rule_removed: ({ rule }) => `Rule ${rule} removed`,
}

/** One event of a customer as people read it, without who and when. */
export const customerLogWords = (event: CustomerEvent): string =>
  (sentences[event.kind] as (event: CustomerEvent) => string)(event)
