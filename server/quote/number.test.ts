import { expect, test } from 'vitest'
import { forgetOffice } from '#server/office/office'
import { officeVersion, quote } from '#server/schema'
import { testOffice } from '#server/testing/office'
import { newQuote } from '#server/testing/quotes'
import { now, testWorld } from '#server/testing/world'
import { quoteNumberOf } from './number'

test('a quote keeps its number when the series changes, and none is given twice', () => {
  const world = testWorld(0)
  const setSeries = (version: number, quotePrefix: string, firstQuote: number) => {
    const office = { ...testOffice, numbers: { ...testOffice.numbers, quotePrefix, firstQuote } }
    world.db.insert(officeVersion).values({ version, office, note: '', byName: '', at: now }).run()
    forgetOffice(world.db)
  }
  const numbers = () =>
    world.db
      .select({ number: quote.number })
      .from(quote)
      .orderBy(quote.id)
      .all()
      .map(({ number }) => number)
  newQuote(world.db)
  setSeries(2, 'HW', 5000)
  const second = newQuote(world.db)
  setSeries(3, 'HW', 4999)
  newQuote(world.db)
  expect(numbers()).toEqual(['Q-1001', 'HW-5001', 'HW-5002'])
  expect([quoteNumberOf(world.db, second), quoteNumberOf(world.db, 99)]).toEqual(['HW-5001', null])
  world.end()
})
