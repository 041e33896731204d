import fc from 'fast-check'
import { expect, test } from 'vitest'
import { editOf } from './edit'

const fields = fc.record({
  a: fc.integer({ min: 0, max: 2 }),
  b: fc.integer({ min: 0, max: 2 }),
  c: fc.array(fc.boolean()),
})

test('a form that nobody touched changes nothing, whatever happened meanwhile', () => {
  fc.assert(
    fc.property(fields, fields, (now, from) => {
      expect(editOf(now, from, from)).toEqual({ set: {}, conflicts: [] })
    }),
  )
})

test('what nobody else touched becomes as it was typed', () => {
  fc.assert(
    fc.property(fields, fields, (from, to) => {
      expect({ ...from, ...editOf(from, from, to).set }).toEqual(to)
    }),
  )
})

test('a field is written, or a conflict, never both; and what is written was touched', () => {
  fc.assert(
    fc.property(fields, fields, fields, (now, from, to) => {
      const { set, conflicts } = editOf(now, from, to)
      for (const field of conflicts) expect(set).not.toHaveProperty(field)
      for (const field of Object.keys(set) as (keyof typeof to)[]) {
        expect(to[field]).not.toEqual(from[field])
        expect(now[field]).toEqual(from[field])
      }
    }),
  )
})

test('two who change different fields both have their way', () => {
  const from = { phone: '1', note: '' }
  const afterFirst = { ...from, ...editOf(from, from, { phone: '2', note: '' }).set }
  expect({ ...afterFirst, ...editOf(afterFirst, from, { phone: '1', note: 'late' }).set }).toEqual({
    phone: '2',
    note: 'late',
  })
})
