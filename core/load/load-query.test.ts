import fc from 'fast-check'
import { expect, test } from 'vitest'
import { equipmentKinds } from './load'
import { loadColumns, loadFilterParams, loadParams, loadQuerySchema } from './load-query'

const read = (text: string) => loadQuerySchema.parse(Object.fromEntries(new URLSearchParams(text)))

test('what is not understood is left out, the rest holds', () => {
  expect(read('q=yakima&state=lost&rep=abc&equipment=reefer&from=id&since=2026-02-30&sort=price')).toEqual({
    q: 'yakima',
    state: null,
    rep: null,
    team: null,
    equipment: 'reefer',
    from: null,
    to: null,
    near: '',
    nearTo: '',
    within: null,
    missing: null,
    days: null,
    since: null,
    until: null,
    sort: { column: 'created', direction: 'descending' },
  })
})

test('the usual sort is not in the address, another is', () => {
  expect(loadParams(read(''))).toBe('')
  expect(loadParams(read('sort=sell'))).toBe('sort=sell')
  expect(loadParams(read('q=salt lake&sort=-sell'))).toBe('q=salt%20lake&sort=-sell')
  expect(loadFilterParams(read('q=salt lake&sort=-sell'))).toBe('q=salt%20lake')
})

test('an address written from a query is read as that query', () => {
  const query = fc.record({
    q: fc.string({ maxLength: 40 }),
    state: fc.option(fc.constantFrom('open', 'booked', 'uncovered', 'paid')),
    rep: fc.option(fc.integer({ min: 1, max: 99 })),
    team: fc.option(fc.integer({ min: 1, max: 99 })),
    equipment: fc.option(fc.constantFrom(...equipmentKinds)),
    from: fc.option(fc.constantFrom('ID', 'BC')),
    to: fc.option(fc.constantFrom('TX', 'ON')),
    since: fc.option(fc.constantFrom('2026-02-28', '2026-12-31')),
    until: fc.option(fc.constantFrom('2027-01-01')),
    sort: fc.record({
      column: fc.constantFrom(...loadColumns),
      direction: fc.constantFrom('ascending' as const, 'descending' as const),
    }),
  })
  fc.assert(
    fc.property(query, (asked) => {
      const held = { ...loadQuerySchema.parse({ ...asked, sort: undefined }), sort: asked.sort }
      expect(read(loadParams(held))).toEqual(held)
    }),
  )
})
