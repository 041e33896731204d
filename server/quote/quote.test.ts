import { and, eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { quoteQuerySchema } from '#core/quote/quote-query'
import { fitRates } from '#core/rates/fit-rates'
import { day, hour } from '#core/time/local'
import type { Viewer } from '#server/access/viewer'
import { createProspect, setPayer } from '#server/customer/customers'
import { setCustomerPricing } from '#server/customer/pricing'
import { saveFuelTable } from '#server/fuel/tables'
import { readLoadPage } from '#server/load-page/read'
import { locatePrefix } from '#server/rates/locate'
import { placeRateModel } from '#server/rates/model'
import { readPastPrices } from '#server/rates/past-prices'
import {
  charge,
  customer,
  dieselPrice,
  event,
  load,
  note,
  outbox,
  quote,
  quoteLine,
  quoteVersion,
} from '#server/schema'
import { ines, now, type TestWorld, testWorld, twinFallsToPhoenix } from '#server/testing/world'
import { actOnQuote, quoteActSchema } from './act'
import { documentNow } from './file'
import { lineInsight } from './insight'
import { addLines, changeLine, removeLines, repriceLines } from './lines'
import { listQuotes } from './list'
import { changeQuoteTerms, createQuote, lapseQuotes } from './quotes'
import { gridLines, readQuote } from './read'
import { sendQuote } from './send'
import { loseLines, reopenLines, winLines } from './settle'

let world: TestWorld
let quoteId: number
const act = { ...ines, repId: 1 }

/** Sixty reefers at about 2,000 dollars from Twin Falls to Phoenix. */
function history(): void {
  for (let at = 0; at < 60; at++) {
    const coveredAt = now - (180 - at * 3) * day
    world.db
      .insert(load)
      .values({
        ...twinFallsToPhoenix,
        number: `PAST-${at}`,
        state: 'paid',
        customerId: 1,
        equipment: 'reefer',
        commodity: 'Seed potatoes',
        weightLb: 41_000,
        miles: 787,
        hours: 14,
        pickupAt: coveredAt + 2 * day,
        pickupBy: coveredAt + 2 * day,
        deliverBy: coveredAt + 4 * day,
        carrierId: 1,
        payMinor: 200_000 + ((at * 37) % 21) * 1000,
        openedAt: coveredAt - 5 * hour,
        coveredAt,
        createdAt: coveredAt,
        repId: 1,
        deliveredOnTime: true,
      })
      .run()
  }
  placeRateModel(fitRates(readPastPrices(world.db, { now }), { locate: locatePrefix }), now)
}

beforeEach(() => {
  world = testWorld()
  history()
  const made = createQuote(world.db, { customerId: 1 }, act)
  if (!('quoteId' in made)) throw new Error('no quote')
  quoteId = made.quoteId
})
afterEach(() => {
  placeRateModel(null)
  world.end()
})

const good = { origin: 'Twin Falls ID', dest: 'Phoenix AZ', equipment: 'reefer', weight: '42000' }
const add = (...rows: Record<string, string>[]) => {
  const added = addLines(
    world.db,
    quoteId,
    rows.map((cells) => ({ cells })),
    act,
  )
  if ('refusal' in added) throw new Error(added.refusal.message)
  return added.lineIds
}
const line = (lineId: number) => gridLines(world.db, quoteId, [lineId])[0]!

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

describe('sending', () => {
  const send = () => sendQuote(world.db, quoteId, { to: 'traffic@snowmelt.example', message: '' }, act)
  test('freezes the document, marks the lines, puts one mail in the outbox; bad lines stay', () => {
    const [fine, bad] = add(good, { ...good, dest: '?' })
    expect(send()).toEqual({ version: 1, lines: 1, leftBehind: 1 })
    expect([line(fine!).state, line(bad!).state]).toEqual(['sent', 'draft'])
    expect(world.db.select().from(outbox).all()).toMatchObject([
      { kind: 'quote_mail', key: `Q-${1000 + quoteId}-1`, loadId: null },
    ])
    const document = world.db.select().from(quoteVersion).get()!
    const asked = document.document.lines[0]!.totalMinor
    changeLine(world.db, quoteId, fine!, { price: '9,999' }, act)
    expect(world.db.select().from(quoteVersion).get()!.document.lines[0]!.totalMinor).toBe(asked)
    expect(line(fine!).state).toBe('draft')
    expect(send()).toMatchObject({ version: 2 })
  })
  test('nothing of cost or margin, nor of another customer, is on the document', () => {
    const [id] = add({ ...good, theirs: '2,777' })
    const whole = JSON.stringify(documentNow(world.db, quoteId, 1, now))
    for (const secret of [line(id!).band!.middleMinor, line(id!).marginMinor!, 277_700, line(id!).band!.lowMinor])
      expect(whole).not.toContain(String(secret))
  })
  test('with no line to send, or a day that is past, it is refused', () => {
    expect(send()).toMatchObject({ refusal: { code: 'nothing_to_send' } })
    add(good)
    world.db.update(quote).set({ validUntil: '2026-11-20' }).run()
    expect(send()).toMatchObject({ refusal: { code: 'past_day' } })
  })
  test('what was sent lapses with the last day’s end at the desk, not before, and by the index', () => {
    const [id] = add(good)
    send()
    const until = world.db.select({ at: quote.validUntilAt, day: quote.validUntil }).from(quote).get()!
    expect(until).toEqual({ day: '2026-11-30', at: Date.UTC(2026, 11, 1, 7) })
    expect([lapseQuotes(world.db, until.at - 1), line(id!).state]).toEqual([0, 'sent'])
    expect([lapseQuotes(world.db, until.at), line(id!).state]).toEqual([1, 'lapsed'])
  })
})

describe('won and lost', () => {
  const plan = { count: 3, firstDay: '2026-12-01', everyDays: 7 }
  test('a won line becomes its loads, with what this customer usually has there, and the load remembers its quote', () => {
    const [id] = add({ origin: good.origin, dest: good.dest, equipment: 'reefer' })
    const won = winLines(world.db, quoteId, { lineIds: [id!], loads: plan }, act)
    if ('refusal' in won) throw new Error(won.refusal.message)
    expect(won.loadIds).toHaveLength(3)
    const rows = world.db.select().from(load).where(eq(load.quoteLineId, id!)).all()
    expect(
      rows.map(({ state, commodity, weightLb, sellMinor }) => ({ state, commodity, weightLb, sellMinor })),
    ).toEqual(
      Array(3).fill({ state: 'draft', commodity: 'Seed potatoes', weightLb: 41_000, sellMinor: line(id!).sellMinor }),
    )
    expect(rows.map(({ pickupAt }) => new Date(pickupAt).toISOString().slice(0, 10))).toEqual([
      '2026-12-01',
      '2026-12-08',
      '2026-12-15',
    ])
    expect(
      world.db
        .select()
        .from(charge)
        .where(eq(charge.loadId, won.loadIds[0]!))
        .all()
        .map(({ kind }) => kind),
    ).toEqual(['line_haul'])
    expect(readLoadPage(world.db, won.loadIds[0]!, now)!.soldBy).toEqual({
      quoteId,
      number: `Q-${1000 + quoteId}`,
      position: 1,
    })
    expect(
      world.db
        .select()
        .from(event)
        .where(and(eq(event.aggregate, 'load'), eq(event.aggregateId, won.loadIds[0]!)))
        .get()!.data,
    ).toMatchObject({
      quote: `Q-${1000 + quoteId}, line 1`,
    })
    expect(world.db.select().from(note).where(eq(note.loadId, won.loadIds[0]!)).get()!.text).toMatch(
      /weight as usual, 41,000 lb; freight as usual/,
    )
    expect(line(id!)).toMatchObject({ state: 'won', loadsMade: 3 })
  })
  test('one that cannot be won stops all of them, and nothing is written', () => {
    const [fine, bad] = add(good, { ...good, dest: '?' })
    expect(winLines(world.db, quoteId, { lineIds: [fine!, bad!], loads: plan }, act)).toMatchObject({
      refusal: { code: 'not_priced', message: 'Line 2: The line has no price that could be won.' },
    })
    expect(line(fine!).state).toBe('draft')
    expect(world.db.select().from(load).where(eq(load.quoteLineId, fine!)).all()).toEqual([])
  })
  test('a won line stays while its loads stand; once they are cancelled it opens again', () => {
    const [id] = add(good)
    winLines(world.db, quoteId, { lineIds: [id!], loads: { ...plan, count: 1 } }, act)
    expect(reopenLines(world.db, quoteId, [id!], act)).toMatchObject({ refusal: { code: 'loads_made' } })
    expect(removeLines(world.db, quoteId, [id!], act)).toMatchObject({ refusal: { code: 'line_settled' } })
    world.db.update(load).set({ state: 'cancelled' }).where(eq(load.quoteLineId, id!)).run()
    expect(reopenLines(world.db, quoteId, [id!], act)).toEqual({ done: true })
    expect(line(id!).state).toBe('draft')
  })
  test('lost keeps why and the price it went for, and that price is evidence for the next', () => {
    const [id] = add(good)
    loseLines(world.db, quoteId, { lineIds: [id!], why: 'price', toMinor: 215_000 }, act)
    expect(line(id!)).toMatchObject({ state: 'lost', lostWhy: 'price', lostToMinor: 215_000 })
    const quoted = readPastPrices(world.db, { now: now + day }).filter(({ source }) => source === 'quote')
    expect(quoted).toMatchObject([{ buyMinor: 215_000, originPostal: '83301', equipment: 'reefer' }])
    expect(changeLine(world.db, quoteId, id!, { weight: '1' }, act)).toMatchObject({
      refusal: { code: 'line_settled' },
    })
  })
  test('a prospect that won is told where bills go, once', () => {
    const made = createProspect(world.db, { name: 'Gravel & Wren', quoteMail: '' }, act) as { id: number }
    expect(setPayer(world.db, { customerId: made.id, billingMail: 'bills@gravel.example' }, act)).toEqual({
      done: true,
    })
    expect(world.db.select().from(customer).where(eq(customer.id, made.id)).get()).toMatchObject({
      billingMail: 'bills@gravel.example',
      prospect: false,
    })
    expect(setPayer(world.db, { customerId: made.id, billingMail: 'other@gravel.example' }, act)).toMatchObject({
      refusal: { code: 'has_payer', message: 'Gravel & Wren is billed at bills@gravel.example already.' },
    })
    expect(setPayer(world.db, { customerId: 99, billingMail: 'x@y.example' }, act)).toMatchObject({
      refusal: { code: 'no_such_customer' },
    })
  })
  test('a prospect that wins is a customer', () => {
    const made = createProspect(world.db, { name: 'Gravel & Wren', quoteMail: '' }, act) as { id: number }
    const theirs = createQuote(world.db, { customerId: made.id }, act) as { quoteId: number }
    const added = addLines(world.db, theirs.quoteId, [{ cells: good }], act) as { lineIds: number[] }
    const won = winLines(world.db, theirs.quoteId, { lineIds: added.lineIds, loads: { ...plan, count: 1 } }, act) as {
      loadIds: number[]
    }
    expect(world.db.select().from(customer).where(eq(customer.id, made.id)).get()!.prospect).toBe(false)
    const first = readLoadPage(world.db, won.loadIds[0]!, now)!
    expect(first.stops.map(({ address }) => address)).toEqual(['Street not known yet', 'Street not known yet'])
    expect(createProspect(world.db, { name: 'GRAVEL & WREN', quoteMail: '' }, act)).toMatchObject({
      refusal: { code: 'customer_exists' },
    })
  })
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
