import { describe, expect, test } from 'vitest'
import { person, system } from '../access/actor'
import { decidePayee } from './decide'

const waiting = { id: 4, name: 'Carrier 1', accountEnd: '0417', askedBy: 'Ines Calloway', askedById: 1 }

describe('a payee needs two people, distinguished by their ids', () => {
  test.each([
    ['another person', person({ id: 2, name: 'Ruth Amsel' }), 'payee_approved'],
    ['another person of the same name', person({ id: 2, name: 'Ines Calloway' }), 'payee_approved'],
    ['the same person under a new name', person({ id: 1, name: 'Ines Amsel' }), 'same_person'],
    ['nobody in person', system('a script'), 'same_person'],
  ])('%s', (_, by, outcome) => {
    const decision = decidePayee({ waiting }, { kind: 'approve_payee', payeeId: 4 }, by)
    expect('refusal' in decision ? decision.refusal.code : decision.events[0]!.kind).toBe(outcome)
  })
  test('what does not wait is neither approved nor refused', () => {
    for (const kind of ['approve_payee', 'refuse_payee'] as const)
      for (const known of [null, waiting])
        expect(decidePayee({ waiting: known }, { kind, payeeId: 5 }, person({ id: 2, name: 'Ruth' }))).toMatchObject({
          refusal: { code: 'nothing_waits' },
        })
  })
  test('the account’s number is in no event', () => {
    const payee = { kind: 'carrier' as const, name: 'C', bankName: 'B', routing: '991000009', account: '123450417' }
    const decision = decidePayee({ waiting: null }, { kind: 'ask_payee', payee }, person({ id: 1, name: 'Ines' }))
    expect(JSON.stringify(decision)).not.toContain('12345')
    expect(decision).toMatchObject({ events: [{ kind: 'payee_asked', accountEnd: '0417' }] })
  })
})
