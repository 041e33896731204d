import type { FieldChange } from '../decision/edit'
import type { DocumentEvent } from '../document/decide'

/** What can happen to a customer and to the rules that answer its tenders. */
export type CustomerEvent =
  | DocumentEvent
  | { kind: 'customer_added'; isProspect: boolean }
  | { kind: 'payer_set'; billingMail: string }
  /** Of the margin rule, the fuel table and whether miles are shown; `fuelTable` is null where they pay one price, fuel included. */
  | { kind: 'pricing_set'; fuelTable: string | null; hasOwnMargin: boolean; showsMiles: boolean }
  | { kind: 'facts_changed'; changes: FieldChange[] }
  | { kind: 'contact_added'; name: string }
  | { kind: 'contact_changed'; name: string }
  | { kind: 'contact_removed'; name: string }
  /** Another customer that is the same one was put together with it. */
  | { kind: 'customer_merged'; name: string; loads: number }
  | { kind: 'hold_set'; reason: string }
  | { kind: 'hold_lifted' }
  | { kind: 'rules_tried'; rules: string[] }
  | { kind: 'rule_added'; rule: string }
  | { kind: 'rule_changed'; rule: string }
  | { kind: 'rule_switched'; rule: string; on: boolean }
  /** `before`: the rule that it changed places with. */
  | { kind: 'rule_moved'; rule: string; before: string; by: -1 | 1 }
  | { kind: 'rule_removed'; rule: string }
