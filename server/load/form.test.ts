import { afterEach, beforeEach, expect, test } from 'vitest'
import { customer } from '#server/schema'
import { openLoad, type TestWorld, terms, testWorld } from '#server/testing/world'
import { readLoadForm } from './form'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

test('the form of a load begins with its terms, and with what the ids in them stand for', () => {
  const loadId = openLoad(world.db)
  const form = readLoadForm(world.db, loadId)!
  expect(form).toMatchObject({
    state: 'uncovered',
    customer: { id: 1, name: 'Snowmelt Potato Growers', hasPayer: true },
  })
  expect(form.terms.stops).toEqual(terms().stops)
  expect(form.terms.notes).toEqual(terms().notes)
  expect(form.facilities.map((each) => each.name)).toEqual(['Shed 4', 'Harrow DC'])
})
test('a facility that is stopped at twice is there twice, in the order of the stops', () => {
  const [pickup, delivery] = terms().stops
  const loadId = openLoad(world.db, {
    stops: [
      pickup!,
      {
        ...delivery!,
        kind: 'delivery',
        facilityId: 1,
        earliestLocal: '2026-11-25T08:00',
        latestLocal: '2026-11-25T11:00',
      },
      delivery!,
    ],
  })
  expect(readLoadForm(world.db, loadId)!.facilities.map((each) => each.id)).toEqual([1, 1, 2])
})
test('a customer whose payer is gone says so before anything is saved', () => {
  const loadId = openLoad(world.db)
  world.db.update(customer).set({ billingMail: null }).run()
  expect(readLoadForm(world.db, loadId)!.customer).toMatchObject({ name: 'Snowmelt Potato Growers', hasPayer: false })
})
test('of a load that is not there there is no form', () => expect(readLoadForm(world.db, 99)).toBeNull())
