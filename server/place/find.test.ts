import { afterEach, beforeEach, expect, test } from 'vitest'
import { findCarriers, identifyCarrier } from '#server/carrier/find'
import { createCustomer, findCustomers } from '#server/customer/customers'
import { place } from '#server/schema'
import { openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { findFacilities, findPlaces } from './find'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

test('facilities are found by the beginning of any word, the most used first', () => {
  openLoad(world.db)
  expect(findFacilities(world.db, 'pho').map((row) => row.name)).toEqual(['Harrow DC'])
  expect(findFacilities(world.db, 'shed twin').map((row) => row.name)).toEqual(['Shed 4'])
  expect(findFacilities(world.db, 'hed')).toEqual([])
  expect(findFacilities(world.db, ' ')).toEqual([])
})

test('cities by name or postal code, the bigger first', () => {
  const row = { region: 'ID', country: 'US' as const, lat: 43, lon: -116, zone: 'America/Boise' }
  world.db.insert(place).values([
    { ...row, city: 'Boise City', postal: '83799', search: 'boise city id', size: 1 },
    { ...row, city: 'Boise', postal: '83701', search: 'boise id', size: 20 },
  ]).run()
  expect(findPlaces(world.db, 'bois').map((found) => found.city)).toEqual(['Boise', 'Boise City'])
  expect(findPlaces(world.db, 'Boise, ID').map((found) => found.city)).toEqual(['Boise'])
  expect(findPlaces(world.db, '8379').map((found) => found.city)).toEqual(['Boise City'])
})

test('carriers by name, by any word, by MC number; nobody by a pattern', () => {
  expect(findCarriers(world.db, 'carr')).toHaveLength(3)
  expect(findCarriers(world.db, 'MC# 100002').map((row) => row.name)).toEqual(['Carrier 2'])
  expect(findCarriers(world.db, '2').map((row) => row.name)).toEqual([])
  expect(findCarriers(world.db, '%')).toEqual([])
  expect(identifyCarrier(world.db, { mcNumber: null, mail: 'Dispatch@Carrier3.example' })).toEqual({ id: 3, name: 'Carrier 3' })
  expect(identifyCarrier(world.db, { mcNumber: '1', mail: null })).toBeNull()
})

test('a customer is made once, whatever the letters’ case', () => {
  const fresh = { name: 'Tin Whistle Malt', city: '', region: '', billingMail: 'a@b.example', phone: '' }
  expect(createCustomer(world.db, fresh)).toHaveProperty('customer')
  expect(createCustomer(world.db, { ...fresh, name: 'TIN WHISTLE MALT' })).toHaveProperty('refusal.code', 'customer_exists')
  expect(findCustomers(world.db, 'whis').map((row) => row.name)).toEqual(['Tin Whistle Malt'])
  expect(findCustomers(world.db, 'nobody')[0]).toMatchObject({ hasPayer: false })
})
