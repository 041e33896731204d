import { expect, test } from 'vitest'
import type { LoadFacts } from '../load/command'
import { decideInvoice, type InvoiceFacts, invoiceRefusalWords } from './decide'

const load: LoadFacts = {
  number: 'PR-1001',
  state: 'paperwork_in',
  practice: false,
  offers: [],
  postings: [],
  guide: null,
  confirmation: null,
  award: { carrierId: 1, carrierName: 'Heron Hauling', payMinor: 240_000 },
  targetPayMinor: null,
  maxPayMinor: null,
  sellMinor: 288_000,
  middleMinor: null,
}
const facts: InvoiceFacts = {
  load,
  missing: [],
  isBilled: false,
  channel: 'email',
  to: 'pay@otter.example',
  totalMinor: 288_000,
}
const kindsOf = (over: Partial<InvoiceFacts>) => {
  const decision = decideInvoice({ ...facts, ...over }, { kind: 'bill' }, 0)
  return 'events' in decision ? decision.events.map(({ kind }) => kind) : invoiceRefusalWords(decision.refusal)
}

test.each<[string, Partial<InvoiceFacts>, string[] | string]>([
  ['by email', {}, ['state_changed', 'invoice_sent']],
  ['through its system', { channel: 'exchange', to: 'Paper Heron' }, ['state_changed', 'invoice_sent']],
  ['practice', { load: { ...load, practice: true } }, ['state_changed', 'kept_in_the_building']],
  ['a truck ordered and not used', { load: { ...load, state: 'cancelled' } }, ['invoice_sent']],
  ['that twice', { load: { ...load, state: 'cancelled' }, isBilled: true }, 'PR-1001 is billed already.'],
  ['something missing', { missing: ['the sell charges'] }, 'PR-1001 cannot be billed yet, missing: the sell charges.'],
  ['too early', { load: { ...load, state: 'covered' } }, 'PR-1001 is covered: it cannot become invoiced.'],
])('billing: %s', (_, over, expected) => expect(kindsOf(over)).toEqual(expected))
