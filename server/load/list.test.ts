import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { loadColumns, loadQuerySchema } from '#core/load/load-query'
import { load } from '#server/schema'
import { openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { listLoads, loadIds } from './list'

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
  set(1, { ...pickup('2026-11-30T15:00Z'), sellMinor: 400, originRegion: 'WA', originCity: 'Yakima', createdAt: 3 })
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
