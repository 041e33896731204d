import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { lineStates } from '#core/quote/quote'
import { run } from '#server/kernel/run'
import { quoteLine } from '#server/schema'
import { ruth, tried } from '#server/testing/walk'
import { type TestWorld, testWorld } from '#server/testing/world'
import { addLines } from './lines'
import { createQuote } from './quotes'
import { type ServerCommand as QuoteCommand, quoteSubject } from './subject'

let world: TestWorld
beforeAll(() => {
  world = testWorld()
})
afterAll(() => world.end())

describe('every command of a quote, from every state of its line', () => {
  let quoteId: number
  let lineId: number
  const cells = { origin: 'Twin Falls ID', dest: 'Phoenix AZ', equipment: 'van', weight: '40000', price: '2600' }
  beforeAll(() => {
    const made = createQuote(world.db, { customerId: 1 }, { ...ruth, repId: 1 })
    if ('refusal' in made) throw new Error(made.refusal.message)
    quoteId = made.quoteId
    const added = addLines(world.db, quoteId, [{ cells }], ruth)
    if ('refusal' in added) throw new Error(added.refusal.message)
    lineId = added.lineIds[0]!
  })
  const plan = { count: 1, firstDay: '2026-11-25', everyDays: 1 }
  const terms = { title: 'Bid', validUntil: '2026-12-01', comparedId: null, currency: 'USD' as const }
  const steps = (): QuoteCommand[] => [
    { kind: 'add_lines', count: 1, rows: [{ cells }] },
    { kind: 'change_line', lineId, cells: { weight: '41000' } },
    { kind: 'remove_lines', lineIds: [lineId] },
    { kind: 'reprice', lineIds: [lineId] },
    { kind: 'change_terms', terms },
    { kind: 'change_terms', terms: { ...terms, currency: 'CAD' } },
    { kind: 'change_terms', terms: { ...terms, validUntil: '2026-01-01' } },
    { kind: 'send', to: 'a@b.example', message: '' },
    { kind: 'win', lineIds: [lineId], loads: null, madeBefore: null, plan: null, repId: 1 },
    { kind: 'win', lineIds: [lineId], loads: 1, madeBefore: 0, plan, repId: 1 },
    { kind: 'win', lineIds: [lineId], loads: 1, madeBefore: 4, plan, repId: 1 },
    { kind: 'lose', lineIds: [lineId], why: 'price', toMinor: 250_000 },
    { kind: 'reopen', lineIds: [lineId] },
    { kind: 'lapse' },
  ]
  test.each(lineStates)('%s', (state) => {
    const lost = { lostWhy: state === 'lost' ? ('price' as const) : null }
    for (const step of steps())
      tried(
        world.db,
        () =>
          void world.db
            .update(quoteLine)
            .set({ state, ...lost })
            .where(eq(quoteLine.id, lineId))
            .run(),
        () => run(world.db, quoteSubject, quoteId, step, ruth),
      )
  })
  test('and none of a quote that is not there', () => {
    for (const step of steps()) expect(run(world.db, quoteSubject, 9999, step, ruth)).toHaveProperty('refusal.code')
  })
})
