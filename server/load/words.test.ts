import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { carrier, confirmation, customer, load, posting, reference } from '#server/schema'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { newestMatches } from './words'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const find = (typed: string) => newestMatches(world.db, typed, 10).ids
const set = (id: number, row: Partial<typeof load.$inferInsert>) =>
  world.db.update(load).set(row).where(eq(load.id, id)).run()

test('every word of every name finds it, in any order, and so do its codes', () => {
  const id = openLoad(world.db)
  world.db.update(carrier).set({ search: 'prairie otter haulage' }).where(eq(carrier.id, 1)).run()
  set(id, {
    carrierId: 1,
    payMinor: 5,
    state: 'in_transit',
    driverName: 'Jo Fenn',
    driverPhone: '208-555-0147',
    truckNumber: '4412',
    originCity: 'Salt Lake City',
    originRegion: 'UT',
  })
  world.db.insert(posting).values({ loadId: id, board: 'b', state: 'up', reference: 'OXQ77', askedAt: now }).run()
  const [row] = world.db.select().from(load).all()
  const [buyer] = world.db.select().from(customer).where(eq(customer.id, row!.customerId)).all()
  const names = [buyer!.search, 'prairie otter haulage', 'salt lake city', row!.destCity, row!.commodity, 'jo fenn']
  const words = names.flatMap((name) =>
    name
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word.length > 1),
  )
  expect(words.length).toBeGreaterThan(10)
  for (const word of words) expect(find(word), word).toEqual([id])
  for (const typed of [
    'lake salt',
    'otter prairie',
    'in transit',
    'reefers',
    row!.number,
    row!.number.replace('-', '').toLowerCase(),
  ])
    expect(find(typed), typed).toEqual([id])
  for (const typed of ['208-555-0147', '2085550147', '0147', '4412', 'oxq77', 'pu1', 'ut phoenix', 'ines'])
    expect(find(typed), typed).toEqual([id])
  for (const typed of ['salt lake denver', 'zzzz', '"', "' or 1=1 --", '%', 'to'])
    expect(find(typed), typed).toEqual([])
})

test('a slip of the finger finds it all the same, where the word itself finds nothing', () => {
  const id = openLoad(world.db)
  for (const typed of ['snomwelt', 'pheonix', 'phenix', 'twin fals']) expect(find(typed), typed).toEqual([id])
  expect(newestMatches(world.db, 'snomwelt phoenix', 10).readAs).toBe('snowmelt phoenix')
  expect(newestMatches(world.db, 'twin falls', 10).readAs).toBeNull()
  expect(find('denverr')).toEqual([])
})

test('the lane that goes the way it was typed comes first, though the other is newer', () => {
  const there = openLoad(world.db)
  const back = openLoad(world.db)
  const ends = { originCity: 'Phoenix', originRegion: 'AZ', destCity: 'Twin Falls', destRegion: 'ID' }
  set(back, ends)
  expect(find('twin falls phoenix')).toEqual([there, back])
  expect(find('phoenix twin falls')).toEqual([back, there])
  expect(find('phoenix to twin falls')).toEqual([back, there])
  expect(find('id az')).toEqual([there, back])
})

test('what changes is found by what it is now', () => {
  const id = openLoad(world.db)
  expect(find('uncovered')).toEqual([id])
  set(id, { state: 'cancelled' })
  expect([find('uncovered'), find('cancelled')]).toEqual([[], [id]])
  world.db.update(customer).set({ search: 'marigold tile' }).where(eq(customer.id, 1)).run()
  expect([find('snowmelt'), find('tile')]).toEqual([[], [id]])
  const [code] = world.db
    .insert(reference)
    .values({ loadId: id, kind: 'purchase_order', value: 'QX-9', showOn: [] })
    .returning()
    .all()
  expect(find('qx 9')).toEqual([id])
  world.db.delete(reference).where(eq(reference.id, code!.id)).run()
  expect(find('qx 9')).toEqual([])
  expect(find('confirmed')).toEqual([])
})

test('a load whose confirmation the carrier accepted is found as confirmed', () => {
  const id = openLoad(world.db)
  world.db.$client.exec(
    `insert into confirmation (load_id, version, number, state, terms, issued_at) values (${id}, 1, 'C-1', 'sent', '{}', ${now})`,
  )
  expect(find('confirmed reefers')).toEqual([])
  world.db.update(confirmation).set({ state: 'accepted' }).where(eq(confirmation.loadId, id)).run()
  expect(find('confirmed reefers')).toEqual([id])
})
