import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { onChanges } from '#server/changes'
import { inTransaction } from '#server/db.server'
import { customer, event } from '#server/schema'
import { ines, type TestWorld, testWorld } from '#server/testing/world'
import { type Creation, create } from './run'

let world: TestWorld
beforeAll(() => {
  world = testWorld()
})
afterAll(() => world.end())

const creation = (insert: () => number): Creation<'customer', null, { name: string }, never> => ({
  aggregate: 'customer',
  read: () => null,
  decide: (_, { name }) =>
    name ? { events: [{ kind: 'customer_added', isProspect: false } as never] } : { refusal: { code: 'x', facts: {} } },
  insert,
  words: () => 'Name it.',
})
const insertOtters = () =>
  world.db.insert(customer).values({ name: 'Otters', search: 'otters' }).returning({ id: customer.id }).get().id

test('what is created is recorded under its id, and published once it is committed', () => {
  const heard: unknown[] = []
  const stop = onChanges((changes) => heard.push(...changes))
  const made = inTransaction(world.db, () => {
    const inside = create(world.db, creation(insertOtters), { name: 'Otters' }, ines)
    expect(heard).toEqual([])
    return inside
  })
  stop()
  if ('refusal' in made) throw new Error('refused')
  expect(heard).toMatchObject([{ aggregate: 'customer', id: made.id, kind: 'customer_added' }])
  expect(world.db.select().from(event).all()).toMatchObject([
    { aggregate: 'customer', aggregateId: made.id, kind: 'customer_added', actorId: 1 },
  ])
})

test('what is refused is worded and not written; what breaks takes everything back', () => {
  const before = world.db.select().from(customer).all().length
  expect(create(world.db, creation(insertOtters), { name: '' }, ines)).toEqual({
    refusal: { code: 'x', message: 'Name it.' },
  })
  const breaks = () => {
    world.db.insert(customer).values({ name: 'Half', search: 'half' }).run()
    throw new Error('broke')
  }
  expect(() => create(world.db, creation(breaks), { name: 'Half' }, ines)).toThrow('broke')
  expect(world.db.select().from(customer).all()).toHaveLength(before)
})

/** Faults of a request's form are worded where requests are read; every other refusal has its words in the core. */
test('no refusal of a command is worded on the server', () => {
  const files = execFileSync('git', ['ls-files', 'server'], { encoding: 'utf8' })
    .split('\n')
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && !file.startsWith('server/http/'))
  const worded = files.filter((file) =>
    /\bcode: '\w+'( as const)?,\s*message: ['`][A-Z$]/.test(readFileSync(file, 'utf8')),
  )
  expect(worded).toEqual([])
})
