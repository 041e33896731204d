import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { fitRates } from '#core/rates/fit-rates'
import type { Viewer } from '#server/access/viewer'
import { setCustomerPricing } from '#server/customer/pricing'
import { saveFuelTable } from '#server/fuel/tables'
import { locatePrefix } from '#server/rates/locate'
import { placeRateModel } from '#server/rates/model'
import { readPastPrices } from '#server/rates/past-prices'
import { dieselPrice, quoteLine } from '#server/schema'
import { addCells, goodCells, newQuote, pricedWorld, quoteAct } from '#server/testing/quotes'
import { now, type TestWorld } from '#server/testing/world'
import { actOnQuote, quoteActSchema } from './act'
import { addLines, changeLine, removeLines, repriceLines } from './lines'
import { changeQuoteTerms, createQuote } from './quotes'
import { gridLines } from './read'
import { sendQuote } from './send'

let world: TestWorld
let quoteId: number
const act = quoteAct
const good = goodCells
const add = (...rows: Record<string, string>[]) => addCells(world.db, quoteId, rows)
const line = (lineId: number) => gridLines(world.db, quoteId, [lineId])[0]!
beforeEach(() => {
  world = pricedWorld()
  quoteId = newQuote(world.db)
})
afterEach(() => {
  placeRateModel(null)
  world.end()
})

describe('lines', () => {
  test('a line is driven and priced as it comes', () => {
    const [id] = add(good)
    expect(line(id!)).toMatchObject({
      originCity: 'Twin Falls',
      destCity: 'Phoenix',
      equipment: 'reefer',
      state: 'draft',
      problems: [],
      own: false,
    })
    const { miles, band, sellMinor, marginMinor } = line(id!)
    expect(Math.abs(miles! - 787)).toBeLessThan(15)
    expect(band!.middleMinor).toBeGreaterThan(180_000)
    expect(sellMinor! - band!.middleMinor).toBe(marginMinor)
    expect(line(id!).marginPercent).toBeCloseTo(14, 0)
  })
  test('bad rows are kept as they came, with the reason, and hold up nobody else', () => {
    const [bad, fine, worse] = add({ ...good, dest: 'Nowheresville ZZ' }, good, {
      ...good,
      weight: '-5',
      price: 'cheap',
    })
    expect(line(bad!)).toMatchObject({ cells: { dest: 'Nowheresville ZZ' }, sellMinor: null })
    expect(line(bad!).problems[0]!.cell).toBe('dest')
    expect(line(fine!).sellMinor).not.toBeNull()
    expect(line(worse!).problems.map(({ cell }) => cell)).toEqual(['weight', 'price'])
    expect(line(worse!).band).not.toBeNull()
  })
  test('fixing a cell prices the line; a price of one’s own stands until it is cleared', () => {
    const [id] = add({ ...good, dest: 'Nowheresville' })
    changeLine(world.db, quoteId, id!, { dest: 'Phoenix AZ' }, act)
    const asked = line(id!).sellMinor!
    changeLine(world.db, quoteId, id!, { price: '2,400' }, act)
    expect(line(id!)).toMatchObject({ sellMinor: 240_000, own: true })
    changeLine(world.db, quoteId, id!, { price: '' }, act)
    expect(line(id!)).toMatchObject({ sellMinor: asked, own: false })
  })
  test('a lane with no history at all and an equipment never hauled are priced by the general model', () => {
    const [id] = add({ origin: 'Bangor ME', dest: 'Tallahassee FL', equipment: 'hopper' })
    expect(line(id!)).toMatchObject({ problems: [] })
    expect(line(id!).band!.basis).toBe('model')
  })
  test('while our past is being read a line says so and keeps its cells; repriced it is whole', () => {
    placeRateModel(null)
    const [id] = add({ origin: 'Bangor ME', dest: 'Tallahassee FL', equipment: 'hopper' })
    expect(line(id!).problems[0]!.message).toMatch(/still being read/)
    placeRateModel(fitRates(readPastPrices(world.db, { now }), { locate: locatePrefix }), now)
    repriceLines(world.db, quoteId, [id!], act)
    expect(line(id!).sellMinor).not.toBeNull()
  })
  test('pricing again touches drafts alone, and takes no more lines at once than a paste', () => {
    const [draft, sent] = add({ ...good, weight: '100' }, good)
    sendQuote(world.db, quoteId, { to: 'a@b.example', message: '' }, act)
    changeLine(world.db, quoteId, draft!, { weight: '200' }, act)
    world.db.update(quoteLine).set({ sellMinor: 1 }).run()
    repriceLines(world.db, quoteId, [draft!, sent!], act)
    expect([line(draft!).sellMinor! > 1, line(sent!).sellMinor]).toEqual([true, 1])
    expect(
      quoteActSchema.safeParse({ intent: 'reprice', lineIds: Array.from({ length: 251 }, (_, at) => at + 1) }).success,
    ).toBe(false)
  })
  test('no road there is reported', () => {
    const [id] = add({ ...good, dest: 'Honolulu HI' })
    expect(line(id!).problems[0]!.message).toMatch(/No road leads|No place|No Honolulu/)
  })
  test('what was removed comes back to its place', () => {
    const ids = add(good, { ...good, weight: '100' }, { ...good, weight: '200' })
    const removed = removeLines(world.db, quoteId, [ids[1]!], act)
    if (!('removed' in removed)) throw new Error('kept')
    addLines(world.db, quoteId, removed.removed, act)
    expect(gridLines(world.db, quoteId).map(({ cells }) => cells.weight)).toEqual(['42000', '100', '200'])
  })
  test('a quote has its limit, and says how many it holds', () => {
    world.db
      .insert(quoteLine)
      .values(
        Array.from({ length: 1999 }, (_, at) => ({ quoteId, position: at + 1, cells: {}, problems: [], charges: [] })),
      )
      .run()
    expect(addLines(world.db, quoteId, [{ cells: good }, { cells: good }], act)).toMatchObject({
      refusal: { code: 'too_many_lines', message: 'A quote holds 2,000 lines; this one has 1999.' },
    })
    expect('lineIds' in addLines(world.db, quoteId, [{ cells: good }], act)).toBe(true)
  })
  test('lines of another quote cannot be touched by this one’s address', () => {
    const [id] = add(good)
    const other = createQuote(world.db, { customerId: 1 }, act) as { quoteId: number }
    expect(changeLine(world.db, other.quoteId, id!, { weight: '1' }, act)).toMatchObject({
      refusal: { code: 'no_such_line' },
    })
    expect(removeLines(world.db, other.quoteId, [id!], act)).toMatchObject({ refusal: { code: 'no_such_line' } })
  })
})

describe('how a customer is priced', () => {
  test('their own rule, their fuel table, and today’s diesel', () => {
    world.db.insert(dieselPrice).values({ area: 'US', week: '2026-11-16', priceE3: 3522, receivedAt: now }).run()
    const table = saveFuelTable(
      world.db,
      null,
      {
        name: 'House',
        baseE3: 1250,
        stepE3: 60,
        basis: 'per_mile',
        addE4: 100,
        begunStepCounts: true,
      },
      act,
    ) as { id: number }
    setCustomerPricing(
      world.db,
      1,
      {
        rule: { percentE2: 1000, floorMinor: 500_00, capMinor: null },
        fuelTableId: table.id,
        showMiles: true,
      },
      act,
    )
    const [id] = add(good)
    const { sellMinor, fuelMinor, band, miles } = line(id!)
    expect(sellMinor! - band!.middleMinor).toBeGreaterThanOrEqual(500_00)
    // 2.272 above the base in steps of 0.06: 38 steps of a cent.
    expect(
      fuelMinor! /
        world.db.select({ miles: quoteLine.miles }).from(quoteLine).where(eq(quoteLine.id, id!)).get()!.miles!,
    ).toBeCloseTo(38, 1)
    expect(miles).toBeGreaterThan(700)
  })
  test('for any day of a year the months it stands are asked', () => {
    const [soon] = add(good)
    changeQuoteTerms(
      world.db,
      quoteId,
      { title: 'Bid', validUntil: '2027-11-20', comparedId: null, currency: 'USD' },
      act,
    )
    const [year, onDay] = add(good, { ...good, pickup: '12/1' })
    expect(line(year!).band!.middleMinor).not.toBe(line(onDay!).band!.middleMinor)
    expect(line(soon!).band).not.toBeNull()
  })
})

describe('who may', () => {
  const viewer = (role: Viewer['role']): Viewer => ({ id: 1, name: 'Pim', mail: 'p', phone: '', role })
  const lines = quoteActSchema.parse({ intent: 'add_lines', rows: [{ cells: good }] })
  test('a viewer reads only', () => {
    expect(() => actOnQuote(world.db, quoteId, lines, viewer('viewer'), now)).toThrow()
    expect(actOnQuote(world.db, quoteId, lines, viewer('rep'), now)).toMatchObject({ lines: [{ state: 'draft' }] })
  })
  test('a cell too long for its place is cut and reported, not refused', () => {
    const long = quoteActSchema.parse({
      intent: 'add_lines',
      rows: [{ cells: { ...good, comment: 'x'.repeat(5000) } }],
    })
    const acted = actOnQuote(world.db, quoteId, long, viewer('rep'), now)
    expect(acted).toMatchObject({ lines: [{ problems: [{ cell: 'comment', message: 'At most 300 characters' }] }] })
  })
})
