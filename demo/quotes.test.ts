import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { quoteQuerySchema } from '#core/quote/quote-query'
import { fitWinChance } from '#core/quote/win-chance'
import { type Db, openDatabase } from '#server/db.server'
import { decidedLines } from '#server/quote/insight'
import { listQuotes } from '#server/quote/list'
import { gridLines } from '#server/quote/read'
import { placeRateModel } from '#server/rates/model'
import { readPastPrices } from '#server/rates/past-prices'
import { outbox, quote, quoteLine } from '#server/schema'
import { generateDemo } from './generate'

const now = Date.UTC(2026, 10, 23, 20, 12)
let db: Db
const listed = (q: string) => listQuotes(db, quoteQuerySchema.parse({ q }), { from: 0, limit: 200 }).rows

beforeAll(async () => {
  db = openDatabase(':memory:')
  await generateDemo(db, { seed: 5, pastLoads: 600, now })
}, 120_000)
afterAll(() => {
  placeRateModel(null)
  db.$client.close()
})

describe('the quotes of the demo brokerage', () => {
  test('enough were won and lost to tell the chance, and the dearer ones were lost', () => {
    const lines = decidedLines(db, 1, now)
    const model = fitWinChance(lines)!
    const mean = (won: boolean) => {
      const some = lines.filter((line) => line.won === won)
      return some.reduce((sum, { ratio }) => sum + ratio, 0) / some.length
    }
    expect(model.won).toBeGreaterThan(60)
    expect(mean(false)).toBeGreaterThan(mean(true) + 0.02)
  })
  test('nothing was decided in days to come, and every price lies near what it cost', () => {
    const lines = db.select().from(quoteLine).all()
    expect(lines.every(({ decidedAt }) => decidedAt === null || decidedAt <= now)).toBe(true)
    for (const { sellMinor, bandMiddleMinor } of lines)
      if (sellMinor && bandMiddleMinor) expect(sellMinor / bandMiddleMinor).toBeGreaterThan(0.9)
  })
  test('this year’s bid stands against last year’s, with rows to fix of each kind', () => {
    const bid = listed('coming year')[0]!
    const lines = gridLines(db, bid.id)
    expect(lines.filter(({ thenMinor }) => thenMinor !== null).length).toBeGreaterThanOrEqual(5)
    expect(
      lines
        .filter(({ problems }) => problems.length > 0)
        .map(({ problems }) => problems[0]!.cell)
        .sort(),
    ).toEqual(['dest', 'dest', 'weight'])
    expect(bid.prospect).toBe(false)
  })
  test('one is out and taken by the mail server, two are prospects’, one of them in Canadian dollars, and no mail waits to be sent', () => {
    const quotes = listed('')
    expect(quotes.filter(({ sent }) => sent > 0)).toHaveLength(1)
    expect(
      quotes.filter(({ prospect }) => prospect).map(({ customerName, currency, bad }) => [customerName, currency, bad]),
    ).toEqual([
      ['Loon & Larch Mills', 'CAD', 0],
      ['Gravel & Wren Ceramics', 'USD', 0],
    ])
    expect(
      db
        .select()
        .from(outbox)
        .all()
        .filter(({ kind }) => kind === 'quote_mail'),
    ).toEqual([])
    expect(quotes.length).toBe(db.select().from(quote).all().length)
  })
  test('what customers quoted of prices is evidence; what we asked is not', () => {
    const quoted = readPastPrices(db, { now }).filter(({ source }) => source === 'quote')
    const asked = db.select().from(quoteLine).all().length
    expect(quoted.length).toBeGreaterThan(20)
    expect(quoted.length).toBeLessThan(asked / 2)
  })
})
