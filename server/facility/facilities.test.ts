import { afterEach, beforeEach, expect, test } from 'vitest'
import { facilityQuerySchema } from '#core/facility/facility-query'
import { readFacilityPage } from '#server/facility-page/read'
import { findFacilities } from '#server/place/find'
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
