import { describe, expect, test } from 'vitest'
import { decidePerson, type PersonCommand, type PersonKnown } from './decide'
import { type PasswordStrength, passwordProblem } from './password'
import { personFactsSchema, roleChoiceSchema, stateOf } from './person'

const bo: PersonKnown = {
  id: 3,
  name: 'Bo Lind',
  mail: 'bo@broker.example',
  phone: '',
  state: 'active',
  role: 'rep',
  team: '',
  isAdministrator: false,
  otherAdministrators: 1,
  hasSecondFactor: false,
}
const outcome = (known: Partial<PersonKnown>, command: PersonCommand, byId: number | null = 1) => {
  const decision = decidePerson({ ...bo, ...known }, command, byId)
  return 'refusal' in decision ? decision.refusal.code : decision.events.map(({ kind }) => kind)
}
const deactivate = (over = {}) => ({ kind: 'deactivate' as const, openLoads: 0, heir: null, ...over })
const asRep = { kind: 'set_role' as const, role: { name: 'rep', isAdministrator: false } }
const only = { isAdministrator: true, role: 'administrator', otherAdministrators: 0 }

describe('an account', () => {
  test.each<[string, Partial<PersonKnown>, PersonCommand, string | string[]]>([
    ['is deactivated', {}, deactivate(), ['deactivated']],
    ['with open loads needs an heir', {}, deactivate({ openLoads: 2 }), 'no_heir'],
    ['with open loads and an heir goes', {}, deactivate({ openLoads: 2, heir: { name: 'Ana' } }), ['deactivated']],
    ['is deactivated once', { state: 'deactivated' }, deactivate(), 'already_deactivated'],
    ['of the only administrator stays', only, deactivate(), 'last_administrator'],
    ['comes back', { state: 'deactivated' }, { kind: 'reactivate' }, ['reactivated']],
    ['that works is not brought back', {}, { kind: 'reactivate' }, 'not_deactivated'],
    ['gets another role', { role: 'viewer' }, asRep, ['role_changed']],
    ['keeps the role it has', {}, asRep, []],
    ['gets no role that is gone', {}, { kind: 'set_role', role: null }, 'no_such_role'],
    ['of the only administrator keeps its role', only, asRep, 'last_administrator'],
    [
      'is invited again before it was taken up',
      { state: 'invited' },
      { kind: 'invite_again' },
      ['invitation_sent_again'],
    ],
    ['that works is not invited again', {}, { kind: 'invite_again' }, 'not_invited'],
    ['may forget its password', {}, { kind: 'request_reset' }, ['reset_requested']],
    ['that is only invited has none to forget', { state: 'invited' }, { kind: 'request_reset' }, 'no_account'],
    [
      'that is deactivated gets no password',
      { state: 'deactivated' },
      { kind: 'set_password', by: 'reset' },
      'no_account',
    ],
    [
      'turns the app on by a right code',
      {},
      { kind: 'turn_on_second_factor', isCodeRight: true },
      ['second_factor_on'],
    ],
    ['does not by a wrong one', {}, { kind: 'turn_on_second_factor', isCodeRight: false }, 'wrong_code'],
    ['has nothing to turn off', {}, { kind: 'turn_off_second_factor' }, 'no_second_factor'],
    ['with no session has none to end', {}, { kind: 'end_sessions', count: 0 }, []],
    ['takes no address of another', {}, { kind: 'change_facts', facts: bo, taken: 'mail' }, 'mail_taken'],
    ['with the same facts has not changed', {}, { kind: 'change_facts', facts: bo, taken: null }, []],
  ])('%s', (_, known, command, expected) => expect(outcome(known, command)).toEqual(expected))
  test('nobody deactivates themselves', () => expect(outcome({}, deactivate(), bo.id)).toBe('not_yourself'))
  test('a change says what it was and what it is', () => {
    const facts = { name: 'Bo Lindh', mail: bo.mail, phone: '208-555-0150' }
    expect(decidePerson(bo, { kind: 'change_facts', facts, taken: null }, 1)).toEqual({
      events: [
        {
          kind: 'facts_changed',
          changes: [
            { field: 'name', from: 'Bo Lind', to: 'Bo Lindh' },
            { field: 'phone', from: '', to: '208-555-0150' },
          ],
        },
      ],
    })
  })
})

test.each([
  ['', null, 'invited'],
  ['x', null, 'active'],
  ['x', 5, 'deactivated'],
  ['', 5, 'deactivated'],
])('an account with the hash %j, deactivated at %j, is %s', (passwordHash, deactivatedAt, state) =>
  expect(stateOf({ passwordHash, deactivatedAt })).toBe(state),
)

describe('a password', () => {
  const strength = (score: PasswordStrength['score'], warning = ''): PasswordStrength => ({
    score,
    warning,
    suggestions: [],
  })
  test.each([
    ['eleven char', 4, 'Use at least 12 characters.'],
    ['x'.repeat(201), 4, 'Use at most 200 characters.'],
    ['twelve chars', 2, 'That is too easy to guess. Four words'],
    ['twelve chars', 3, null],
  ] as const)('%s with the strength %i', (password, score, problem) => {
    const found = passwordProblem(password, strength(score))
    if (problem === null) expect(found).toBeNull()
    else expect(found).toContain(problem)
  })
  test('says what is wrong with it where that is known', () =>
    expect(passwordProblem('twelve chars', strength(1, 'A name is easy to guess.'))).toBe(
      'That is too easy to guess. A name is easy to guess.',
    ))
})

describe('what a form gives', () => {
  test('an address is read in small letters', () =>
    expect(personFactsSchema.parse({ name: ' Ana Reed ', mail: ' ANA@Broker.Example ' })).toEqual({
      name: 'Ana Reed',
      mail: 'ana@broker.example',
      phone: '',
    }))
  test.each([
    ['manager', { ready: 'manager', ownRoleId: null }],
    ['own:12', { ready: null, ownRoleId: 12 }],
  ])('the role %s', (typed, choice) => expect(roleChoiceSchema.parse(typed)).toEqual(choice))
  test.each(['boss', 'own:', 'own:x'])('no role %s', (typed) =>
    expect(roleChoiceSchema.safeParse(typed).success).toBe(false),
  )
})
