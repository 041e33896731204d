import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { quoteQuerySchema } from '#core/quote/quote-query'
import { quoteCsv } from '#server/export/quotes'
import { readLoadPage } from '#server/load-page/read'
import { keepRates } from '#server/money/exchange'
import { readPastPrices } from '#server/rates/past-prices'
import { customer, exchangeRate, load, quote, quoteLine } from '#server/schema'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { documentNow } from './file'
import { lineInsight } from './insight'
import { addLines, repriceLines } from './lines'
import { listQuotes } from './list'
import { quotePdf } from './pdf'
import { changeQuoteTerms, createQuote } from './quotes'
import { gridLines, readQuote } from './read'
import { loseLines, winLines } from './settle'

const act = { ...ines, repId: 1 }
const cells = {
  origin: 'Twin Falls ID',
  dest: 'Phoenix AZ',
  equipment: 'reefer',
  weight: '42000',
  price: '3,500',
  extras: 'tarp 100',
}
let world: TestWorld
let quoteId: number

const begin = (customerId = 1): number => {
  const made = createQuote(world.db, { customerId }, act)
  if ('refusal' in made) throw new Error(made.refusal.message)
  return made.quoteId
}
const add = (more: Record<string, string> = {}): number => {
  const added = addLines(world.db, quoteId, [{ cells: { ...cells, ...more } }], act)
  if ('refusal' in added) throw new Error(added.refusal.message)
  return added.lineIds[0]!
}
const line = (id: number) => gridLines(world.db, quoteId, [id])[0]!
const today = new Date(now).toISOString().slice(0, 10)
const terms = (over: Partial<Parameters<typeof changeQuoteTerms>[2]> = {}) => ({
  title: '',
  validUntil: world.db.select().from(quote).where(eq(quote.id, quoteId)).get()!.validUntil,
  comparedId: null,
  currency: 'CAD' as const,
  ...over,
})

beforeEach(() => {
  world = testWorld(1)
  keepRates(world.db, [{ day: today, from: 'CAD', to: 'USD', rateE6: 700_000 }], 'a test', now)
  world.db.update(customer).set({ currency: 'CAD' }).where(eq(customer.id, 1)).run()
  quoteId = begin()
})
afterEach(() => world.end())

describe('a quote for a customer who pays in Canadian dollars', () => {
  test('is in them by itself, and each line keeps the dated rate it was priced by', () => {
    const id = add()
    expect(readQuote(world.db, quoteId, now)!.quote.currency).toBe('CAD')
    // C$3,500 and the tarp are $2,450 and $70 at 0.70.
    expect(line(id)).toMatchObject({
      sellMinor: 360_000,
      by: { rateE6: 700_000, day: today },
      deskSellMinor: 252_000,
      deskAskedMinor: 245_000,
    })
    expect(listQuotes(world.db, quoteQuerySchema.parse({}), { from: 0, limit: 5 }).rows[0]).toMatchObject({
      currency: 'CAD',
      sellMinor: 360_000,
    })
  })
  test('keeps its margin in our own currency, floor and all', () => {
    const id = add()
    world.db
      .update(quoteLine)
      .set({
        bandMiddleMinor: 200_000,
        bandLowMinor: 180_000,
        bandHighMinor: 220_000,
        bandComparables: 5,
        bandNewestAt: now,
        bandBasis: 'area',
      })
      .where(eq(quoteLine.id, id))
      .run()
    expect(line(id)).toMatchObject({ marginMinor: 45_000, marginPercent: 18.4 })
  })
  test('has no price without a rate, and says so', () => {
    world.db.delete(exchangeRate).run()
    const id = add()
    expect(line(id)).toMatchObject({
      sellMinor: null,
      problems: [{ cell: 'price', message: expect.stringContaining('No exchange rate from CAD to USD') }],
    })
    keepRates(world.db, [{ day: today, from: 'CAD', to: 'USD', rateE6: 800_000 }], 'a file', now)
    repriceLines(world.db, quoteId, [id], act)
    expect(line(id)).toMatchObject({ sellMinor: 360_000, deskSellMinor: 288_000, problems: [] })
  })
  test('names its currency on document and in the file', async () => {
    add()
    const document = documentNow(world.db, quoteId, 1, now)!
    expect(document).toMatchObject({
      currency: 'CAD',
      terms: expect.arrayContaining(['All prices are in Canadian dollars (CAD).']),
    })
    expect((await quotePdf(document)).subarray(0, 5).toString()).toBe('%PDF-')
    const [head, row] = quoteCsv(world.db, quoteId, now)!.trim().split('\n')
    expect(head).toContain('Price CAD,Margin %,They pay CAD')
    expect(row).toContain(`3600,`)
    expect(row).toMatch(new RegExp(`0.7000,${today}$`))
  })
  test('becomes a load that sells for exactly that, in that currency', () => {
    const id = add()
    const won = winLines(world.db, quoteId, { lineIds: [id], loads: { count: 1, firstDay: today, everyDays: 0 } }, act)
    if ('refusal' in won) throw new Error(won.refusal.message)
    expect(world.db.select().from(load).where(eq(load.id, won.loadIds[0]!)).get()).toMatchObject({
      currency: 'CAD',
      soldMinor: 360_000,
      sellMinor: 252_000,
      sellRateE6: 700_000,
      sellRateDay: today,
    })
    expect(readLoadPage(world.db, won.loadIds[0]!, now)!.soldBy).toMatchObject({ quoteId })
  })
  test('is evidence of prices in our own currency', () => {
    const id = add()
    loseLines(world.db, quoteId, { lineIds: [id], why: 'price', toMinor: 300_000 }, act)
    expect(
      readPastPrices(world.db, { now: now + 86_400_000 }).filter(({ source }) => source === 'quote'),
    ).toMatchObject([{ buyMinor: 210_000 }])
  })
  test('is shown beside other quotes of the lane in its own currency', () => {
    add()
    const ours = begin(2)
    const [other] = (addLines(world.db, ours, [{ cells }], act) as { lineIds: number[] }).lineIds
    expect(lineInsight(world.db, ours, other!, now)!.priors).toMatchObject([{ sellMinor: 360_000, currency: 'CAD' }])
  })
})

describe('another currency for a quote', () => {
  test('leaves nothing priced in the old one, and prices again what was typed', () => {
    const id = add()
    expect(changeQuoteTerms(world.db, quoteId, terms({ currency: 'USD' }), act)).toEqual({ done: true })
    expect(line(id)).toMatchObject({ sellMinor: null, by: null, state: 'draft' })
    repriceLines(world.db, quoteId, [id], act)
    expect(line(id)).toMatchObject({ sellMinor: 360_000, by: null, deskSellMinor: 360_000 })
    expect(documentNow(world.db, quoteId, 1, now)!.currency).toBe('USD')
  })
  test('is refused once a price was given', () => {
    const id = add()
    loseLines(world.db, quoteId, { lineIds: [id], why: 'price', toMinor: null }, act)
    expect(changeQuoteTerms(world.db, quoteId, terms({ currency: 'USD' }), act)).toMatchObject({
      refusal: { code: 'currency_given' },
    })
    expect(line(id).sellMinor).toBe(360_000)
  })
  test('is held against no quote in the first', () => {
    const other = begin()
    expect(changeQuoteTerms(world.db, quoteId, terms({ comparedId: other }), act)).toEqual({ done: true })
    expect(changeQuoteTerms(world.db, quoteId, terms({ comparedId: other, currency: 'USD' }), act)).toMatchObject({
      refusal: { code: 'other_currency' },
    })
  })
})
