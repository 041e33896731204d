import { afterEach, beforeEach, expect, test } from 'vitest'
import { findCarriers, identifyCarrier } from '#server/carrier/find'
import { createCustomer, findCustomers } from '#server/customer/customers'
import { facility } from '#server/schema'
import { ines, now, openLoad, type TestWorld, terms, testWorld } from '#server/testing/world'
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

const found = (typed: string) => findPlaces(world.db, typed, now).map((place) => `${place.city} ${place.region}`)

test.each([
  ['chi', 'Chicago IL'],
  ['sprfld mo', 'Springfield MO'],
  ['st louis', 'St. Louis MO'],
  ['Saint Louis', 'St. Louis MO'],
  ['ft wayne', 'Fort Wayne IN'],
  ['837', 'Boise ID'],
  ['83301', 'Twin Falls ID'],
  ['T2P', 'Calgary AB'],
  ['t2p 1j9', 'Calgary AB'],
  ['boise id', 'Boise ID'],
  ['Boise, ID', 'Boise ID'],
  ['boise idaho', 'Boise ID'],
  ['chicgao', 'Chicago IL'],
  ['milwakee', 'Milwaukee WI'],
  ['port', 'Portland OR'],
  ['monterrey', 'Monterrey NLE'],
  ['nuevo l', 'Nuevo Laredo TAM'],
])('%s gives %s first', (typed, first) => expect(found(typed)[0]).toBe(first))

test('a place we load at comes before a bigger one', () => {
  expect(found('phoe')[0]).toBe('Phoenix AZ')
  expect(found('twin')[0]).toBe('Twin Falls ID')
  const before = found('jer')
  expect(before[0]).toBe('Jersey City NJ')
  const { id } = world.db
    .insert(facility)
    .values({
      name: 'Dairy',
      search: 'dairy jerome',
      address: '1 Rd',
      city: 'Jerome',
      region: 'ID',
      country: 'US',
      postal: '83338',
      lat: 42.7,
      lon: -114.5,
      zone: 'America/Boise',
    })
    .returning()
    .get()
  for (let times = 0; times < 9; times++)
    openLoad(world.db, { stops: terms().stops.map((stop, at) => (at === 0 ? { ...stop, facilityId: id } : stop)) })
  expect(findPlaces(world.db, 'jer', now + 6 * 60_000)[0]).toMatchObject({ city: 'Jerome', region: 'ID' })
})

test('two of one name are distinguished; nothing is found for nothing', () => {
  const springfields = findPlaces(world.db, 'springfield', now)
  expect(springfields.length).toBe(8)
  expect(springfields.find((place) => place.region === 'OH')?.near).toBe('23 mi northeast of Dayton')
  expect(found('x')).toEqual([])
  expect(found('qqqqqq')).toEqual([])
  expect(found('%')).toEqual([])
})

test('carriers by name, by any word, by MC number; nobody by a pattern', () => {
  expect(findCarriers(world.db, 'carr')).toHaveLength(3)
  expect(findCarriers(world.db, 'MC# 100002').map((row) => row.name)).toEqual(['Carrier 2'])
  expect(findCarriers(world.db, '2').map((row) => row.name)).toEqual([])
  expect(findCarriers(world.db, '%')).toEqual([])
  expect(identifyCarrier(world.db, { mcNumber: null, mail: 'Dispatch@Carrier3.example' })).toEqual({
    id: 3,
    name: 'Carrier 3',
  })
  expect(identifyCarrier(world.db, { mcNumber: '1', mail: null })).toBeNull()
})

test('a customer is made once, whatever the letters’ case', () => {
  const fresh = {
    name: 'Tin Whistle Malt',
    city: '',
    region: '',
    billingMail: 'a@b.example',
    phone: '',
    currency: 'USD' as const,
  }
  expect(createCustomer(world.db, fresh, ines)).toHaveProperty('customer')
  expect(createCustomer(world.db, { ...fresh, name: 'TIN WHISTLE MALT' }, ines)).toHaveProperty(
    'refusal.code',
    'customer_exists',
  )
  expect(findCustomers(world.db, 'whis').map((row) => row.name)).toEqual(['Tin Whistle Malt'])
  expect(findCustomers(world.db, 'nobody')[0]).toMatchObject({ hasPayer: false })
})
