import { describe, expect, test } from 'vitest'
import { deskRoleOf, may, type OwnRole, permissions, permissionsOf, readyRoles, roleName } from './access'

const clerk: OwnRole = { name: 'night clerk', like: 'rep', permissions: ['see_loads', 'handle_offers'] }

/** What each ready-made role may do, by the first letter of the role: a line for every permission. */
const table: Record<string, string> = {
  see_loads: 'amrcv',
  edit_loads: 'amr',
  handle_offers: 'amr',
  award: 'amr',
  override_gate: 'am',
  exceed_max: 'am',
  export: 'amrc',
  correct_rates: 'amr',
  edit_quotes: 'amr',
  set_pricing: 'am',
  edit_carriers: 'amr',
  approve_payee: 'amrc',
  set_policy: 'am',
  answer_tenders: 'amr',
  set_partners: 'am',
  see_health: 'am',
  set_office: 'a',
  manage_people: 'a',
}
const letters = { administrator: 'a', manager: 'm', rep: 'r', accounting: 'c', viewer: 'v' }

describe('who may do what', () => {
  test('every permission has its line', () => expect(Object.keys(table).sort()).toEqual([...permissions].sort()))
  test.each(permissions)('%s', (permission) =>
    expect(readyRoles.filter((role) => may(role, permission)).map((role) => letters[role])).toEqual([
      ...table[permission]!,
    ]),
  )
  test('an own role may what its list says, and nothing that its likeness may', () => {
    expect([may(clerk, 'handle_offers'), may(clerk, 'award'), may('rep', 'award')]).toEqual([true, false, true])
    expect(permissionsOf(clerk)).toEqual(clerk.permissions)
    expect(roleName(clerk)).toBe('night clerk')
  })
  test.each([
    ['administrator', 'manager'],
    ['manager', 'manager'],
    ['rep', 'rep'],
    ['accounting', 'viewer'],
    ['viewer', 'viewer'],
    [clerk, 'rep'],
  ] as const)('%j counts as a %s where the policy names a role', (role, desk) => expect(deskRoleOf(role)).toBe(desk))
})
