import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { Office } from '#core/office/office'
import { forgetOffice } from '#server/office/office'
import { exchange, exchangeDocument, marketAverage, message, officeVersion, outbox, passwordLink } from '#server/schema'
import { testOffice } from '#server/testing/office'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { compactIdle } from './compact'
import { pruneOld } from './retention'

let world: TestWorld
beforeEach(() => {
  world = testWorld(1)
})
afterEach(() => world.end())

const day = 86_400_000
const { sentKeptDays, rawKeptDays, mailKeptDays, marketKeptDays, linkKeptDays } = testOffice.running
const just = (days: number) => now - days * day
const gone = (at = now) => Object.fromEntries(Object.entries(pruneOld(world.db, at)).filter(([, count]) => count > 0))

const addExchange = (at: number, over: Partial<typeof exchange.$inferInsert> = {}) =>
  world.db
    .insert(exchange)
    .values({ direction: 'in', at, source: 'as2', raw: Buffer.from('ISA'), digest: 'd', state: 'read', ...over })
    .returning({ id: exchange.id })
    .get().id
const setOffice = (over: Partial<Office>) => {
  world.db
    .insert(officeVersion)
    .values({ version: 2, office: { ...testOffice, ...over }, note: '', byName: '', at: now })
    .run()
  forgetOffice(world.db)
}
const rawOf = (id: number) => world.db.select().from(exchange).where(eq(exchange.id, id)).get()!.raw.toString()

describe('records past their days', () => {
  test('what was sent goes, what still waits stays', () => {
    const entry = (key: string, over: Partial<typeof outbox.$inferInsert>) =>
      world.db
        .insert(outbox)
        .values({ key, kind: 'mail', stream: key, payload: {}, state: 'sent', nextAt: 0, ...over })
        .run()
    entry('old', { sentAt: just(sentKeptDays) - 1 })
    entry('kept', { sentAt: just(sentKeptDays) })
    entry('waits', { state: 'waiting', nextAt: just(1000) })
    expect(gone()).toEqual({ sent: 1 })
    expect(
      world.db
        .select()
        .from(outbox)
        .all()
        .map(({ key }) => key),
    ).toEqual(['kept', 'waits'])
  })
  test('an interchange loses its bytes and keeps its row; one that is still to be read or sent keeps both', () => {
    const at = just(rawKeptDays) - 1
    const [old, kept, waits, toRead] = [
      addExchange(at),
      addExchange(at + 1),
      addExchange(at, { direction: 'out', state: 'waiting' }),
      addExchange(at),
    ]
    world.db
      .insert(exchangeDocument)
      .values({
        ...{ exchangeId: toRead, direction: 'in', at, kind: '204', ordinal: 0, state: 'to_read' },
        ...{ groupType: 'SM', groupControl: '1', setControl: '1' },
      })
      .run()
    expect(gone()).toEqual({ 'exchange files': 1 })
    expect([old, kept, waits, toRead].map(rawOf)).toEqual(['', 'ISA', 'ISA', 'ISA'])
    expect(gone()).toEqual({})
  })
  test('few interchanges lose their bytes at a time, since they may be large', () => {
    for (let index = 0; index < 25; index++) addExchange(just(rawKeptDays) - 1)
    expect([gone(), gone(), gone()]).toEqual([{ 'exchange files': 20 }, { 'exchange files': 5 }, {}])
  })
  test('email that was read and is of no load goes; a load’s own and unread email stay', () => {
    const loadId = openLoad(world.db)
    const mail = (messageId: string, over: Partial<typeof message.$inferInsert>) =>
      world.db
        .insert(message)
        .values({
          ...{ messageId, sender: 'a@b.example', subject: '', text: '', reading: 'left', readAt: now },
          ...{ receivedAt: just(mailKeptDays) - 1, ...over },
        })
        .run()
    mail('filed', {})
    mail('newer', { receivedAt: just(mailKeptDays) })
    mail('unread', { readAt: null })
    mail('of a load', { loadId })
    expect(gone()).toEqual({ email: 1 })
    expect(
      world.db
        .select()
        .from(message)
        .all()
        .map(({ messageId }) => messageId),
    ).toEqual(['newer', 'unread', 'of a load'])
  })
  test('market averages and ended password links go', () => {
    const average = { originPostal: '833', destPostal: '850', equipment: 'van' as const, miles: 900, averageMinor: 1 }
    for (const [index, publishedAt] of [just(marketKeptDays) - 1, just(marketKeptDays)].entries())
      world.db
        .insert(marketAverage)
        .values({ ...average, day: `2024-01-0${index + 1}`, count: 1, publishedAt, receivedAt: now })
        .run()
    for (const expiresAt of [just(linkKeptDays) - 1, just(linkKeptDays)])
      world.db.insert(passwordLink).values({ userId: 1, kind: 'reset', expiresAt }).run()
    expect(gone()).toEqual({ 'market averages': 1, 'password links': 1 })
  })
  test('the days are a setting', () => {
    addExchange(just(31))
    expect(gone()).toEqual({})
    setOffice({ running: { ...testOffice.running, rawKeptDays: 30 } })
    expect(gone()).toEqual({ 'exchange files': 1 })
  })
  test('each step is found by an index', () => {
    const plan = (sql: string) =>
      (world.db.$client.prepare(`explain query plan ${sql}`).all() as { detail: string }[])
        .map(({ detail }) => detail)
        .join('; ')
    expect(plan('select id from exchange where length(raw) > 0 and at < 5 order by at limit 5')).toContain(
      'exchange_raw',
    )
    expect(plan('select id from message where load_id is null and read_at is not null and received_at < 5')).toContain(
      'message_load',
    )
    expect(plan("select id from outbox where state = 'sent' and sent_at < 5 limit 500")).toContain('outbox_sent')
  })
})

describe('empty pages', () => {
  const sunday = Date.UTC(2026, 10, 22, 20)
  const pragma = (name: string) => world.db.$client.pragma(name, { simple: true }) as number
  const fillAndEmpty = () => {
    const bytes = Buffer.alloc(200_000)
    for (let index = 0; index < 120; index++) addExchange(now, { raw: bytes })
    world.db.delete(exchange).run()
  }
  test('are given back outside office hours, some at a time', () => {
    fillAndEmpty()
    const before = pragma('page_count')
    expect(compactIdle(world.db, now)).toBe(0)
    expect(compactIdle(world.db, sunday)).toBe(256)
    expect(pragma('page_count')).toBeLessThan(before)
  })
  test('a few stay: they are filled again soon', () => expect(compactIdle(world.db, sunday)).toBe(0))
})
