import { afterEach, beforeEach, expect, test } from 'vitest'
import { type CustomerMail, mailListSchema } from '#core/customer/contact'
import { customerQuerySchema } from '#core/customer/customer-query'
import type { CustomerOwnFacts } from '#core/customer/facts'
import { readCustomerPage } from '#server/customer-page/read'
import { eventsOf } from '#server/event/event'
import { customer, load } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { actOnCustomer, type CustomerAct } from './act'
import { createCustomer, findCustomers } from './customers'
import { listCustomers } from './list'
import { recipientsOf } from './recipients'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const ruth = { id: 2, name: 'Ruth Amsel', role: 'manager' } as never
const rep = { id: 1, name: 'Ines', role: 'rep' } as never
const act = (by: never, id: number, wanted: CustomerAct) => actOnCustomer(world.db, id, wanted, by, now)
const own = (id: number): CustomerOwnFacts => readCustomerPage(world.db, id, now)!.own
const list = (query: object = {}) =>
  listCustomers(world.db, customerQuerySchema.parse(query), { from: 0, limit: 50 }, now + 1)

function addCustomer(name: string): number {
  const made = createCustomer(
    world.db,
    { name, city: 'Boise', region: 'ID', billingMail: 'ap@x.example', phone: '', currency: 'USD' },
    ines,
  )
  if (!('customer' in made)) throw new Error('made')
  return made.customer.id
}

test('two people change one customer: different fields both hold, the same field is shown to the second', () => {
  const from = own(1)
  const first = { ...from, phone: '208-555-0101' }
  expect(act(rep, 1, { intent: 'change_facts', from, to: first })).toEqual({ done: true })
  expect(act(ruth, 1, { intent: 'change_facts', from, to: { ...from, note: 'Closed on Fridays' } })).toEqual({
    done: true,
  })
  expect(own(1)).toMatchObject({ phone: '208-555-0101', note: 'Closed on Fridays' })
  expect(act(ruth, 1, { intent: 'change_facts', from, to: { ...from, phone: '208-555-0102' } })).toMatchObject({
    refusal: { code: 'changed_meanwhile', message: expect.stringContaining('Phone is now 208-555-0101') },
  })
  expect(own(1).phone).toBe('208-555-0101')
  expect(eventsOf(world.db, 'customer', 1, 9)).toHaveLength(2)
})

test('a new name is found, and another customer’s name is refused', () => {
  const otters = addCustomer('Two Otters Beverage')
  const from = own(otters)
  act(rep, otters, { intent: 'change_facts', from, to: { ...from, name: 'Three Otters Beverage' } })
  expect(findCustomers(world.db, 'three').map(({ id }) => id)).toEqual([otters])
  const later = own(otters)
  expect(
    act(rep, otters, { intent: 'change_facts', from: later, to: { ...later, name: own(1).name.toUpperCase() } }),
  ).toHaveProperty('refusal.code', 'customer_exists')
})

test('contacts are added, changed and removed; one of another customer is not', () => {
  const ana = { name: 'Ana Reed', role: '', phone: '', mail: 'ana@x.example', receives: ['invoices' as const] }
  act(rep, 1, { intent: 'add_contact', contact: ana })
  const [kept] = readCustomerPage(world.db, 1, now)!.contacts
  expect(kept).toMatchObject(ana)
  const otters = addCustomer('Two Otters Beverage')
  expect(act(rep, otters, { intent: 'remove_contact', contactId: kept!.id })).toHaveProperty(
    'refusal.code',
    'no_such_contact',
  )
  act(rep, 1, { intent: 'change_contact', contactId: kept!.id, contact: { ...ana, role: 'Dock' } })
  expect(readCustomerPage(world.db, 1, now)!.contacts).toEqual([{ ...kept, role: 'Dock' }])
  act(rep, 1, { intent: 'remove_contact', contactId: kept!.id })
  expect(readCustomerPage(world.db, 1, now)!.contacts).toEqual([])
})

test('a double is put together with its other name by a manager; its loads and contacts come along', () => {
  const double = addCustomer('Snowmelt Potatoes')
  const loadId = openLoad(world.db, { customerId: double })
  act(rep, double, {
    intent: 'add_contact',
    contact: { name: 'Bo', role: '', phone: '208-555-0109', mail: '', receives: [] },
  })
  expect(() => act(rep, 1, { intent: 'merge', otherId: double })).toThrow()
  expect(act(ruth, 1, { intent: 'merge', otherId: double })).toEqual({ done: true })
  expect(world.db.select({ of: load.customerId }).from(load).all()).toEqual([{ of: 1 }])
  expect(
    world.db
      .select()
      .from(customer)
      .all()
      .map(({ id }) => id),
  ).not.toContain(double)
  const page = readCustomerPage(world.db, 1, now)!
  expect(page.contacts.map(({ name }) => name)).toEqual(['Bo'])
  expect(page.loads.map(({ id }) => id)).toEqual([loadId])
  expect(page.log[0]!.words).toBe('Snowmelt Potatoes put together with it, 1 load moved here')
  expect(act(ruth, 1, { intent: 'merge', otherId: double })).toHaveProperty('refusal.code', 'no_such_customer')
})

test('the list counts what a customer has on the desk, finds any words and sorts by what it counts', () => {
  const otters = addCustomer('Two Otters Beverage')
  openLoad(world.db, { customerId: otters })
  openLoad(world.db, { customerId: otters })
  openLoad(world.db)
  expect(
    list({ sort: '-open' })
      .rows.map(({ id, open, loads }) => [id, open, loads])
      .slice(0, 2),
  ).toEqual([
    [otters, 2, 2],
    [1, 1, 1],
  ])
  expect(list({ q: 'boise bever' }).rows.map(({ id }) => id)).toEqual([otters])
  expect(list({ q: 'ever' })).toEqual({ rows: [], total: 0 })
  expect(list({ show: 'quiet' }).rows.map(({ id }) => id)).not.toContain(otters)
  expect(list({ show: 'no_payer' }).rows.every(({ billingMail }) => billingMail === null)).toBe(true)
})

test('what is sent goes to the contacts who receive it', () => {
  const contact = (name: string, mail: string, receives: CustomerMail[]) =>
    act(rep, 1, { intent: 'add_contact', contact: { name, role: '', phone: '208-555-0199', mail, receives } })
  contact('Ana', 'ana@x.example', ['invoices', 'quotes'])
  contact('Bo', 'Bo@x.example', ['invoices'])
  contact('Cy', 'ana@x.example', ['invoices'])
  contact('Dot', '', [])
  expect(recipientsOf(world.db, 1, 'invoices')).toEqual(['ana@x.example', 'bo@x.example'])
  expect(recipientsOf(world.db, 1, 'quotes')).toEqual(['ana@x.example'])
  expect(recipientsOf(world.db, 1, 'status')).toEqual([])
})

test.each([
  ['ana@x.example', 'ana@x.example'],
  [' ana@x.example;bo@x.example , ', 'ana@x.example, bo@x.example'],
  ['', null],
  ['ana@x.example, nobody', null],
])('email addresses %j are read as %j', (typed, read) =>
  expect(mailListSchema.safeParse(typed).data ?? null).toBe(read),
)
