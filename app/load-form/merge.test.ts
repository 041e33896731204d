import fc from 'fast-check'
import { expect, test } from 'vitest'
import { emptyForm, type FormValues } from './form-fields'
import { mergeForms, mergeWords } from './merge'

const base: FormValues = { ...emptyForm, commodity: 'Seed potatoes', weightLb: '42,000' }
const timed = (first: string, second: string): FormValues => ({
  ...base,
  stops: [
    { ...base.stops[0]!, when: first },
    { ...base.stops[1]!, when: second },
  ],
})

test('two who changed different fields both have their way', () => {
  const merged = mergeForms(base, { ...base, commodity: 'Table potatoes' }, { ...base, weightLb: '43,000' })
  expect(merged).toMatchObject({ values: { commodity: 'Table potatoes', weightLb: '43,000' }, conflicts: [] })
  expect(merged.taken).toEqual(['Weight'])
})

test('where both changed one field mine stands, and theirs is said', () => {
  const merged = mergeForms(base, { ...base, weightLb: '41,000' }, { ...base, weightLb: '43,000', equipment: 'reefer' })
  expect(merged.values).toMatchObject({ weightLb: '41,000', equipment: 'reefer' })
  expect(mergeWords('Ruth Amsel', merged)).toBe(
    'Ruth Amsel changed it meanwhile. Taken over: Equipment. Yours is kept where you both changed it (Weight: theirs 43,000, yours 41,000). Save again to keep it so.',
  )
})

test('stops are merged one by one', () => {
  const merged = mergeForms(timed('tue 8', 'thu 9'), timed('tue 10', 'thu 9'), timed('tue 8', 'fri 9'))
  expect(merged.values.stops.map(({ when }) => when)).toEqual(['tue 10', 'fri 9'])
  expect(merged.taken).toEqual(['Delivery 2, time'])
})

test('a stop that was added is one change of all of them', () => {
  const added = { ...base, stops: [...base.stops, base.stops[1]!] }
  expect(mergeForms(base, base, added)).toMatchObject({ values: { stops: added.stops }, taken: ['Stops'] })
  expect(mergeForms(base, timed('tue 8', ''), added)).toMatchObject({ values: { stops: timed('tue 8', '').stops } })
})

test('whatever was typed, nothing of mine is lost and nothing that only they changed is overwritten', () => {
  const form = fc.record({
    commodity: fc.constantFrom('a', 'b', 'c'),
    team: fc.boolean(),
    pallets: fc.constantFrom('', '1'),
  })
  fc.assert(
    fc.property(form, form, form, (was, own, other) => {
      const { values } = mergeForms({ ...base, ...was }, { ...base, ...own }, { ...base, ...other })
      for (const field of ['commodity', 'team', 'pallets'] as const)
        expect(values[field]).toBe(own[field] === was[field] ? other[field] : own[field])
    }),
  )
})
