import { afterEach, beforeEach, expect, test } from 'vitest'
import { facilityQuerySchema } from '#core/facility/facility-query'
import { readFacilityPage } from '#server/facility-page/read'
import { findFacilities } from '#server/place/find'
import { facility } from '#server/schema'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { listFacilities } from './list'
import { actOnFacility } from './subject'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const rep = { id: 1, name: 'Ines', role: 'rep' } as never
const list = (query: object = {}) =>
  listFacilities(world.db, facilityQuerySchema.parse(query), { from: 0, limit: 50 }).rows

test('dock hours are kept, offered where the facility is chosen, and no longer asked for', () => {
  const [shed] = findFacilities(world.db, 'shed twin')
  const from = readFacilityPage(world.db, shed!.id, now)!.own
  expect(list({ show: 'no_hours' }).map(({ id }) => id)).toContain(shed!.id)
  const to = { ...from, opens: '06:00', closes: '14:30', name: 'Potato shed 4' }
  expect(actOnFacility(world.db, shed!.id, { intent: 'change_facts', from, to }, rep, now)).toEqual({ done: true })
  expect(findFacilities(world.db, 'potato')[0]).toMatchObject({ id: shed!.id, opens: '06:00', closes: '14:30' })
  expect(list({ show: 'no_hours' }).map(({ id }) => id)).not.toContain(shed!.id)
  expect(readFacilityPage(world.db, shed!.id, now)!.log).toHaveLength(1)
  expect(() =>
    actOnFacility(
      world.db,
      shed!.id,
      { intent: 'change_facts', from, to },
      { id: 3, name: 'x', role: 'viewer' } as never,
      now,
    ),
  ).toThrow()
})

test('the list counts stops, and its page says whose loads they are', () => {
  const loadId = openLoad(world.db)
  const [busiest] = list()
  expect(busiest).toMatchObject({ stops: 1 })
  expect(list({ q: 'phoen' }).map(({ city }) => city)).toEqual(['Phoenix'])
  expect(list({ sort: '-last' })[0]!.lastAt).not.toBeNull()
  const page = readFacilityPage(world.db, busiest!.id, now)!
  expect(page.loads.map(({ id }) => id)).toEqual([loadId])
  expect(page.customers).toMatchObject([{ id: 1, stops: 1 }])
  expect(readFacilityPage(world.db, 9_999, now)).toBeNull()
})

test('double facilities are put together by a manager, in one town alone; loads keep their stops', () => {
  const manager = { id: 2, name: 'Ruth', role: 'manager' } as never
  const loadId = openLoad(world.db)
  const [shed, phoenix] = world.db.select().from(facility).orderBy(facility.id).all()
  const { id: _, ...same } = shed!
  const double = world.db
    .insert(facility)
    .values({ ...same, name: 'Shed number four', search: 'shed number four twin falls id' })
    .returning({ id: facility.id })
    .get().id
  const merge = (id: number, otherId: number, viewer = manager) =>
    actOnFacility(world.db, id, { intent: 'merge', otherId }, viewer, now)
  expect(() => merge(double, shed!.id, rep)).toThrow()
  expect(merge(double, phoenix!.id)).toMatchObject({ refusal: { code: 'not_in_town' } })
  expect(merge(double, double)).toMatchObject({ refusal: { code: 'same_facility' } })
  expect(merge(double, 9_999)).toMatchObject({ refusal: { code: 'no_such_facility' } })
  expect(merge(double, shed!.id)).toEqual({ done: true })
  const page = readFacilityPage(world.db, double, now)!
  expect(page.loads.map(({ id }) => id)).toEqual([loadId])
  expect(page.log[0]!.words).toBe('Shed 4 put together with it, 1 stop moved here')
  expect(readFacilityPage(world.db, shed!.id, now)).toBeNull()
  expect(findFacilities(world.db, 'shed twin').map(({ id }) => id)).toEqual([double])
})
