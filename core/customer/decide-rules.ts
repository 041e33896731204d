import type { Refusal } from '../decision/refusal'
import type { CustomerEvent } from './events'
import type { CustomerRefusalCode } from './refusals'

/** A command on the rules that answer a customer's tenders. */
export type RulesCommand =
  /** Rules were tried out on past tenders, with the conditions they have: those of them that are saved may be switched on. */
  | { kind: 'rules_tried'; ruleIds: number[] }
  /** `ruleId` is null for a new one. */
  | { kind: 'save_rule'; ruleId: number | null; name: string }
  | { kind: 'switch_rule'; ruleId: number; on: boolean }
  | { kind: 'move_rule'; ruleId: number; by: -1 | 1 }
  | { kind: 'remove_rule'; ruleId: number }

export interface RulesFacts {
  /** The customer's rules in their order. `isTried`: since it was last changed. */
  rules: { id: number; name: string; on: boolean; isTried: boolean }[]
}

export type RulesEvent = Extract<
  CustomerEvent,
  { kind: 'rules_tried' | 'rule_added' | 'rule_changed' | 'rule_switched' | 'rule_moved' | 'rule_removed' }
>

/**
 * What a command on the answering rules does. A rule is switched on only after it was tried out with the conditions it has; a changed one
 * is off again. The first cannot move up, nor the last down: that changes nothing.
 */
export function decideRules(
  { rules }: RulesFacts,
  command: RulesCommand,
): { events: RulesEvent[] } | { refusal: Refusal<CustomerRefusalCode> } {
  if (command.kind === 'rules_tried') {
    const tried = rules.filter(({ id }) => command.ruleIds.includes(id)).map(({ name }) => name)
    return { events: tried.length === 0 ? [] : [{ kind: 'rules_tried', rules: tried }] }
  }
  if (command.kind === 'save_rule' && command.ruleId === null)
    return { events: [{ kind: 'rule_added', rule: command.name }] }
  const index = rules.findIndex(({ id }) => id === command.ruleId)
  const rule = rules[index]
  if (!rule) return { refusal: { code: 'no_such_rule', facts: {} } }
  switch (command.kind) {
    case 'save_rule':
      return { events: [{ kind: 'rule_changed', rule: command.name }] }
    case 'switch_rule':
      if (command.on && !rule.isTried) return { refusal: { code: 'not_tried', facts: {} } }
      return { events: command.on === rule.on ? [] : [{ kind: 'rule_switched', rule: rule.name, on: command.on }] }
    case 'move_rule': {
      const before = rules[index + command.by]?.name
      return { events: before ? [{ kind: 'rule_moved', rule: rule.name, before, by: command.by }] : [] }
    }
    case 'remove_rule':
      return { events: [{ kind: 'rule_removed', rule: rule.name }] }
  }
}
