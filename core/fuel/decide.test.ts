import { expect, test } from 'vitest'
import { decideFuelTable, decideNewFuelTable, fuelTableLogWords } from './decide'

const table = { name: 'Six cents', isNameTaken: false, usedBy: [] as string[] }

test.each([
  ['changed', table, { kind: 'save', name: 'Six and a half' } as const, 'Fuel table Six and a half changed'],
  ['named like another', { ...table, isNameTaken: true }, { kind: 'save', name: 'Five cents' } as const, 'name_taken'],
  ['removed', table, { kind: 'remove' } as const, 'Fuel table Six cents removed'],
  ['removed while in use', { ...table, usedBy: ['Two Otters'] }, { kind: 'remove' } as const, 'table_in_use'],
])('a table %s', (_, facts, command, expected) => {
  const decision = decideFuelTable(facts, command)
  expect('refusal' in decision ? decision.refusal.code : decision.events.map(fuelTableLogWords).join()).toBe(expected)
})

test('a new table has a name of its own', () => {
  expect(decideNewFuelTable({ isNameTaken: true }, { name: 'Six cents' })).toMatchObject({
    refusal: { code: 'name_taken' },
  })
  expect(decideNewFuelTable({ isNameTaken: false }, { name: 'Six cents' })).toEqual({
    events: [{ kind: 'fuel_table_added', table: 'Six cents' }],
  })
})
