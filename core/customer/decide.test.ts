import { describe, expect, test } from 'vitest'
import { type CustomerCommand, decideCustomer, decideNewCustomer } from './decide'
import { decideRules, type RulesCommand } from './decide-rules'
import type { CustomerEvent } from './events'
import type { CustomerOwnFacts } from './facts'
import { customerLogWords } from './log-words'

const facts: CustomerOwnFacts = {
  name: 'Snowmelt Potato Growers',
  city: 'Twin Falls',
  region: 'ID',
  phone: '208-555-0101',
  billingMail: '',
  quoteMail: '',
  currency: 'USD',
  paysInDays: null,
  wantedNumbers: [],
  note: '',
}
const ana = { name: 'Ana Reed', role: 'Dispatch', phone: '208-555-0144', mail: '', receives: [] }
const snowmelt = {
  name: facts.name,
  billingMail: null,
  hold: null,
  own: facts,
  contacts: [{ id: 7, name: 'Ana Reed' }],
}
const changed = (to: Partial<CustomerOwnFacts>, over: { from?: CustomerOwnFacts; isNameTaken?: boolean } = {}) =>
  ({ kind: 'change_facts', from: facts, to: { ...facts, ...to }, isNameTaken: false, ...over }) as const
const own = { hasOwnMargin: true, showsMiles: false }

describe('a customer', () => {
  test.each<[string, { billingMail?: string; hold?: string; own?: CustomerOwnFacts }, CustomerCommand, unknown]>([
    ['a payer', {}, { kind: 'set_payer', billingMail: 'ap@snowmelt.example' }, ['payer_set']],
    [
      'a payer over one it has',
      { billingMail: 'ap@snowmelt.example' },
      { kind: 'set_payer', billingMail: 'thief@elsewhere.example' },
      'has_payer',
    ],
    ['one price', {}, { kind: 'set_pricing', fuelTable: null, ...own }, ['pricing_set']],
    ['a fuel table', {}, { kind: 'set_pricing', fuelTable: { name: 'Six cents' }, ...own }, ['pricing_set']],
    ['a table that is gone', {}, { kind: 'set_pricing', fuelTable: 'missing', ...own }, 'no_such_table'],
    ['a hold', {}, { kind: 'set_hold', reason: 'bills are late' }, ['hold_set']],
    ['the same hold', { hold: 'bills are late' }, { kind: 'set_hold', reason: ' bills are late ' }, []],
    ['a lifted hold', { hold: 'bills are late' }, { kind: 'set_hold', reason: '' }, ['hold_lifted']],
    ['another phone', {}, changed({ phone: '208-555-0102' }), ['facts_changed']],
    ['nothing', {}, changed({}), []],
    ['a name that another has', {}, changed({ name: 'Two Otters' }, { isNameTaken: true }), 'customer_exists'],
    [
      'one field while somebody else changed another',
      { own: { ...facts, note: 'closed on Fridays' } },
      changed({ phone: '208-555-0102' }),
      ['facts_changed'],
    ],
    [
      'the field that somebody else changed',
      { own: { ...facts, phone: '208-555-0199' } },
      changed({ phone: '208-555-0102' }),
      'changed_meanwhile',
    ],
    ['the same change as somebody else', { own: { ...facts, note: 'x' } }, changed({ note: 'x' }), []],
    ['a contact', {}, { kind: 'add_contact', contact: ana }, ['contact_added']],
    ['a changed contact', {}, { kind: 'change_contact', contactId: 7, contact: ana }, ['contact_changed']],
    ['a contact that is gone', {}, { kind: 'remove_contact', contactId: 8 }, 'no_such_contact'],
    ['no contact any more', {}, { kind: 'remove_contact', contactId: 7 }, ['contact_removed']],
    ['itself put together', {}, { kind: 'merge', other: { name: 'x', loads: 1 }, isSame: true }, 'same_customer'],
    ['nobody put together', {}, { kind: 'merge', other: null, isSame: false }, 'no_such_customer'],
    ['its double', {}, { kind: 'merge', other: { name: 'x', loads: 1 }, isSame: false }, ['customer_merged']],
    ['no hold, lifted', {}, { kind: 'set_hold', reason: '' }, []],
  ])('%s', (_, over, command, expected) => {
    const decision = decideCustomer({ ...snowmelt, ...over }, command)
    expect('refusal' in decision ? decision.refusal.code : decision.events.map(({ kind }) => kind)).toEqual(expected)
  })

  test('only what was touched is written in the log, in words', () => {
    const decision = decideCustomer(
      { ...snowmelt, own: { ...facts, note: 'closed on Fridays' } },
      changed({ paysInDays: 30, wantedNumbers: ['purchase_order', 'pickup_number'], phone: '' }),
    )
    const [event] = 'events' in decision ? decision.events : []
    expect(customerLogWords(event!)).toBe(
      'Changed: Phone 208-555-0101 to not given; Pays in days not given to 30; Numbers they want not given to Purchase order, Pickup number',
    )
  })

  test('a name is used once', () => {
    expect(decideNewCustomer({ isNameTaken: true }, { name: 'Quiet Anvil Steel', isProspect: false })).toMatchObject({
      refusal: { code: 'customer_exists', facts: { name: 'Quiet Anvil Steel' } },
    })
    expect(decideNewCustomer({ isNameTaken: false }, { name: 'Quiet Anvil Steel', isProspect: true })).toEqual({
      events: [{ kind: 'customer_added', isProspect: true }],
    })
  })
})

describe('answering rules', () => {
  const rules = [
    { id: 1, name: 'West', on: false, isTried: true },
    { id: 2, name: 'Hold', on: true, isTried: true },
    { id: 3, name: 'Rest', on: false, isTried: false },
  ]
  test.each<[RulesCommand, unknown]>([
    [{ kind: 'save_rule', ruleId: null, name: 'New' }, [{ kind: 'rule_added', rule: 'New' }]],
    [{ kind: 'save_rule', ruleId: 1, name: 'Far west' }, [{ kind: 'rule_changed', rule: 'Far west' }]],
    [{ kind: 'save_rule', ruleId: 9, name: 'Of another customer' }, 'no_such_rule'],
    [{ kind: 'switch_rule', ruleId: 1, on: true }, [{ kind: 'rule_switched', rule: 'West', on: true }]],
    [{ kind: 'switch_rule', ruleId: 2, on: true }, []],
    [{ kind: 'switch_rule', ruleId: 3, on: true }, 'not_tried'],
    [{ kind: 'switch_rule', ruleId: 2, on: false }, [{ kind: 'rule_switched', rule: 'Hold', on: false }]],
    [{ kind: 'move_rule', ruleId: 2, by: -1 }, [{ kind: 'rule_moved', rule: 'Hold', before: 'West', by: -1 }]],
    [{ kind: 'move_rule', ruleId: 1, by: -1 }, []],
    [{ kind: 'move_rule', ruleId: 3, by: 1 }, []],
    [{ kind: 'remove_rule', ruleId: 3 }, [{ kind: 'rule_removed', rule: 'Rest' }]],
    [{ kind: 'remove_rule', ruleId: 9 }, 'no_such_rule'],
    [{ kind: 'rules_tried', ruleIds: [3, 9] }, [{ kind: 'rules_tried', rules: ['Rest'] }]],
    [{ kind: 'rules_tried', ruleIds: [] }, []],
  ])('%j', (command, expected) => {
    const decision = decideRules({ rules }, command)
    expect('refusal' in decision ? decision.refusal.code : decision.events).toEqual(expected)
  })
})

test.each<[CustomerEvent, string]>([
  [{ kind: 'customer_added', isProspect: false }, 'Added'],
  [
    { kind: 'pricing_set', fuelTable: 'Six cents', hasOwnMargin: false, showsMiles: true },
    "Priced by the desk's margin, fuel by Six cents, miles shown",
  ],
  [{ kind: 'hold_set', reason: 'bills are late' }, 'On hold: bills are late'],
  [{ kind: 'rule_moved', rule: 'Hold', before: 'West', by: -1 }, 'Rule Hold moved above West'],
  [{ kind: 'rule_switched', rule: 'Hold', on: false }, 'Rule Hold switched off'],
])('%j reads %s', (event, words) => expect(customerLogWords(event)).toBe(words))
