import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { quoteQuerySchema } from '#core/quote/quote-query'
import { day } from '#core/time/local'
import { placeRateModel } from '#server/rates/model'
import { quoteLine } from '#server/schema'
import { addCells, goodCells, newQuote, pricedWorld, quoteAct } from '#server/testing/quotes'
import { now, type TestWorld } from '#server/testing/world'
import { lineInsight } from './insight'
import { addLines } from './lines'
import { listQuotes } from './list'
import { createQuote } from './quotes'
import { gridLines, readQuote } from './read'

let world: TestWorld
let quoteId: number
const act = quoteAct
const good = goodCells
const add = (...rows: Record<string, string>[]) => addCells(world.db, quoteId, rows)
beforeEach(() => {
  world = pricedWorld()
  quoteId = newQuote(world.db)
})
afterEach(() => {
  placeRateModel(null)
  world.end()
})

describe('what is known beside a line', () => {
  test('quotes of the lane before, this customer’s first; a curve only where enough was decided', () => {
    const [id] = add(good)
    const other = createQuote(world.db, { customerId: 2 }, { ...act, now: now - day }) as { quoteId: number }
    const mine = createQuote(world.db, { customerId: 1 }, { ...act, now: now - 9 * day }) as { quoteId: number }
    for (const each of [other, mine]) addLines(world.db, each.quoteId, [{ cells: good }], act)
    const insight = lineInsight(world.db, quoteId, id!, now)!
    expect(insight.priors.map(({ same }) => same)).toEqual([true, false])
    expect(insight.win).toHaveProperty('tooFew')
    expect(Object.values(insight.account!).reduce((sum, part) => sum + part, 0)).toBe(insight.middleMinor)
    world.db
      .insert(quoteLine)
      .values(
        Array.from({ length: 60 }, (_, at) => ({
          ...row(mine.quoteId, at + 10),
          bandMiddleMinor: 200_000,
          lineHaulMinor: 205_000 + at * 1000,
          fuelMinor: 0,
          sellMinor: 205_000 + at * 1000,
          state: at < 25 ? ('won' as const) : ('lost' as const),
          lostWhy: at < 25 ? null : ('price' as const),
          decidedAt: now - day,
        })),
      )
      .run()
    const { win } = lineInsight(world.db, quoteId, id!, now)!
    expect(win).toMatchObject({ decided: 60, won: 25, ownDecided: 60 })
  })
  test('this year’s bid against last year’s, found by itself', () => {
    const earlier = createQuote(world.db, { customerId: 1, title: 'Last year' }, { ...act, now: now - 340 * day }) as {
      quoteId: number
    }
    addLines(
      world.db,
      earlier.quoteId,
      [
        { cells: { ...good, price: '2,000' } },
        ...['Boise ID', 'Reno NV', 'Denver CO', 'Fresno CA'].map((dest) => ({ cells: { ...good, dest } })),
      ],
      act,
    )
    const bid = createQuote(world.db, { customerId: 1 }, act) as { quoteId: number }
    addLines(world.db, bid.quoteId, [{ cells: good }], act)
    expect(readQuote(world.db, bid.quoteId, now)!.quote.comparedId).toBe(earlier.quoteId)
    expect(gridLines(world.db, bid.quoteId)[0]!.thenMinor).toBe(200_000)
  })
  test('the list finds by customer, title and number', () => {
    add(good)
    const find = (words: string) =>
      listQuotes(world.db, quoteQuerySchema.parse({ q: words }), { from: 0, limit: 10 }).rows.map(({ id }) => id)
    expect([find(''), find('snowmelt'), find(`q-${1000 + quoteId}`), find('nobody here')]).toEqual([
      [quoteId],
      [quoteId],
      [quoteId],
      [],
    ])
    expect(listQuotes(world.db, quoteQuerySchema.parse({}), { from: 0, limit: 10 }).rows[0]).toMatchObject({
      lines: 1,
      draft: 1,
      lane: 'Twin Falls ID to Phoenix AZ',
    })
  })
  const row = (of: number, position: number) => ({ quoteId: of, position, cells: {}, problems: [], charges: [] })
})

test('the questions asked of every line and every five seconds go by an index', () => {
  const plan = (sql: string, ...values: unknown[]) =>
    (world.db.$client.prepare(`explain query plan ${sql}`).all(...values) as { detail: string }[])
      .map(({ detail }) => detail)
      .join('; ')
  expect(
    plan(
      "select id from quote_line where origin_postal >= '833' and origin_postal < '834' and dest_postal >= '850' and equipment = 'reefer' and sell_minor is not null",
    ),
  ).toContain('quote_line_lane')
  expect(
    plan(
      "select distinct quote.id from quote_line indexed by quote_line_sent join quote on quote.id = quote_line.quote_id where quote_line.state = 'sent' and quote.valid_until_at <= 1",
    ),
  ).toContain('quote_line_sent')
  expect(plan('select id from quote_line where decided_at is not null and decided_at >= 1')).toContain(
    'quote_line_decided',
  )
})
