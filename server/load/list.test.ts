import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { loadColumns, loadQuerySchema } from '#core/load/load-query'
import { recordOffer } from '#server/offer/offers'
import { load, repShare, stopEvent, team, user } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { carryOut } from './commands'
import { listLoads, loadIds, loadTotals } from './list'

let world: TestWorld
let ids: number[]
beforeEach(() => {
  world = testWorld()
  ids = [openLoad(world.db), openLoad(world.db), openLoad(world.db), openLoad(world.db)]
  const set = (nth: number, row: Partial<typeof load.$inferInsert>) =>
    world.db.update(load).set(row).where(eq(load.id, ids[nth]!)).run()
  const pickup = (day: string) => ({
    pickupAt: Date.parse(day),
    pickupBy: Date.parse(day),
    deliverBy: Date.parse(day) + 9e7,
  })
  // The desk's midnight is 06:00 or 07:00 UTC: the third is still of Nov 30 there.
  set(0, { ...pickup('2026-11-29T20:00Z'), sellMinor: 100, carrierId: 2, payMinor: 90, state: 'covered', createdAt: 4 })
  set(1, {
    ...pickup('2026-11-30T15:00Z'),
    sellMinor: 400,
    originRegion: 'WA',
    originCity: 'Yakima',
    originLat: 46.602,
    originLon: -120.506,
    createdAt: 3,
  })
  set(2, {
    ...pickup('2026-12-01T04:00Z'),
    sellMinor: 300,
    carrierId: 1,
    payMinor: 150,
    state: 'in_transit',
    createdAt: 2,
  })
  set(3, { ...pickup('2026-12-01T15:00Z'), sellMinor: 200, equipment: 'van', state: 'cancelled', createdAt: 1 })
})
afterEach(() => world.end())

const found = (asked: Record<string, unknown>) =>
  loadIds(world.db, loadQuerySchema.parse(asked)).map((id) => ids.indexOf(id))

test.each([
  [{}, [0, 1, 2, 3]],
  [{ state: 'booked' }, [0, 2]],
  [{ state: 'uncovered' }, [1]],
  [{ equipment: 'van' }, [3]],
  [{ from: 'WA' }, [1]],
  [{ to: 'TX' }, []],
  [{ since: '2026-11-30', until: '2026-11-30' }, [1, 2]],
  [{ until: '2026-11-29' }, [0]],
  [{ q: 'yakima', state: 'booked' }, []],
  [{ rep: 99 }, []],
  // Yakima lies 27 straight miles south of Ellensburg.
  [{ near: 'Ellensburg WA', within: '30' }, [1]],
  [{ near: 'Ellensburg WA', within: '20' }, []],
  [{ near: 'Ellensburg WA', nearTo: 'Phoenix AZ' }, [1]],
  [{ near: 'Nowhere At All ZZ' }, []],
  [{ missing: 'carrier' }, [1]],
  [{ missing: 'confirmation' }, [0, 2]],
  [{ missing: 'sell' }, []],
  [{ missing: 'delivery_proof' }, []],
  [{ days: 'created', until: '2026-01-01' }, [0, 1, 2, 3]],
  // The third is delivered at 10 pm of the day before, by the desk's clock.
  [{ days: 'delivery', since: '2026-12-02' }, [3]],
])('narrowed by %o', (asked, expected) => expect(found(asked)).toEqual(expected))

test.each([
  ['created', [3, 2, 1, 0]],
  ['sell', [0, 3, 2, 1]],
  ['-sell', [1, 2, 3, 0]],
  ['pay', [0, 2, 1, 3]],
  ['margin', [0, 2, 1, 3]],
  ['-pickup', [3, 2, 1, 0]],
  ['-lane', [1, 3, 2, 0]],
])('sorted by %s', (sort, expected) => expect(found({ sort })).toEqual(expected))

test('every column sorts all of them, and a stretch of the rows is that part of them', () => {
  for (const column of loadColumns)
    for (const sort of [column, `-${column}`]) {
      const query = loadQuerySchema.parse({ sort })
      const all = loadIds(world.db, query)
      expect(all.toSorted(), sort).toEqual(ids.toSorted())
      const stretch = listLoads(world.db, query, { from: 1, limit: 2 })
      expect(stretch.total).toBe(4)
      expect(stretch.rows.map(({ id }) => id)).toEqual(all.slice(1, 3))
    }
})

test('what a search comes to is all of it, pay and margin of those with a carrier', () => {
  expect(loadTotals(world.db, loadQuerySchema.parse({}))).toEqual({
    sellMinor: 1_000,
    miles: expect.any(Number),
    booked: 2,
    bookedSellMinor: 400,
    payMinor: 240,
  })
  expect(loadTotals(world.db, loadQuerySchema.parse({ rep: 99 }))).toMatchObject({
    sellMinor: 0,
    booked: 0,
    payMinor: 0,
  })
})

test('a row says what is around its load: offers, boards, the next stop and the last note', () => {
  const rowOf = (nth: number) => listLoads(world.db, loadQuerySchema.parse({}), { from: nth, limit: 1 }).rows[0]!
  expect(rowOf(1)).toMatchObject({ offers: 0, boards: null, nextCity: 'Twin Falls ID', lastNote: 'Thin margin' })
  const offered = { payMinor: 210_000, source: 'phone' as const, goodUntil: null, note: '' }
  recordOffer(world.db, ids[1]!, { ...offered, carrierId: 1 }, ines)
  recordOffer(world.db, ids[1]!, { ...offered, carrierId: 2, payMinor: 205_000 }, ines)
  carryOut(world.db, ids[1]!, { kind: 'post', board: 'Saltlick' }, ines)
  const left = { sequence: 1, kind: 'departed' as const, atLocal: '2026-11-30T09:00', note: 'Loaded late' }
  world.db
    .insert(stopEvent)
    .values({ ...left, loadId: ids[1]!, byName: 'Ines', noted: now })
    .run()
  expect(rowOf(1)).toMatchObject({
    offers: 2,
    bestMinor: 205_000,
    boards: 'Saltlick',
    nextCity: 'Phoenix AZ',
    nextBy: '2026-11-26T11:00',
    lastNote: 'Loaded late',
  })
})

test('the loads of a rep and of a team are also those that they share', () => {
  const { db } = world
  const teamId = db.insert(team).values({ name: 'West' }).returning({ id: team.id }).get().id
  const person = { mail: 'bo@x.example', name: 'Bo Reed', role: 'rep', passwordHash: 'x', teamId } as const
  const userId = db.insert(user).values(person).returning({ id: user.id }).get().id
  db.insert(repShare).values({ loadId: ids[1]!, userId, sharePercent: 40 }).run()
  db.update(load).set({ repId: userId }).where(eq(load.id, ids[3]!)).run()
  expect([found({ rep: userId }), found({ team: teamId })]).toEqual([
    [1, 3],
    [1, 3],
  ])
})
