import { and, eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { day } from '#core/time/local'
import { createProspect, setPayer } from '#server/customer/customers'
import { readLoadPage } from '#server/load-page/read'
import { placeRateModel } from '#server/rates/model'
import { readPastPrices } from '#server/rates/past-prices'
import { charge, customer, event, load, note, outbox, quote, quoteVersion } from '#server/schema'
import { addCells, goodCells, newQuote, pricedWorld, quoteAct } from '#server/testing/quotes'
import { now, type TestWorld } from '#server/testing/world'
import { documentNow } from './file'
import { addLines, changeLine, removeLines } from './lines'
import { createQuote, lapseQuotes } from './quotes'
import { gridLines } from './read'
import { sendQuote } from './send'
import { loseLines, reopenLines, winLines } from './settle'

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
