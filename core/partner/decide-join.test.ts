import { expect, test } from 'vitest'
import { decideJoin, type JoinFacts } from './decide-join'

const facts: JoinFacts = {
  isPractice: false,
  customerId: 4,
  partner: { name: 'Paper Heron', customerId: 4, isInProduction: true },
  isTaken: false,
}
const join = { kind: 'join_partner', partnerId: 1, shipmentId: 'PH7781' } as const

test.each<[string, Partial<JoinFacts>]>([
  ['no_such_partner', { partner: null }],
  ['other_customer', { customerId: 5 }],
  ['practice_stays_inside', { isPractice: true }],
  ['number_taken', { isTaken: true }],
])('%s', (code, over) => {
  expect(decideJoin({ ...facts, ...over }, join)).toMatchObject({ refusal: { code } })
})

test.each<[string, Partial<JoinFacts>]>([
  ['its own customer', {}],
  ['a partner that sends for many', { customerId: 9, partner: { ...facts.partner!, customerId: null } }],
  ['practice with one being tested', { isPractice: true, partner: { ...facts.partner!, isInProduction: false } }],
])('joined: %s', (_, over) => {
  expect(decideJoin({ ...facts, ...over }, join)).toEqual({
    events: [{ kind: 'partner_joined', partner: 'Paper Heron', shipmentId: 'PH7781' }],
  })
})
