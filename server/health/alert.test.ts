import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { enqueue } from '#server/outbox/outbox'
import { outbox, user } from '#server/schema'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { alertAfterMs, alertIfLate } from './alert'

let world: TestWorld
beforeEach(() => {
  world = testWorld(0)
  world.db.insert(user).values({ mail: 'o@x.example', name: 'Odile', role: 'administrator', passwordHash: 'x' }).run()
})
afterEach(() => world.end())

const late = now + alertAfterMs + 1
const put = (kind: 'mail' | 'person_mail' = 'mail') =>
  enqueue(world.db, { kind, stream: 's', loadId: null, payload: {} }, now)
const told = () =>
  world.db
    .select({ payload: outbox.payload })
    .from(outbox)
    .where(eq(outbox.kind, 'person_mail'))
    .all()
    .map(({ payload }) => payload)

test('what has waited for an hour is told to whoever may see the status, once a day', () => {
  put()
  expect(alertIfLate(world.db, now + alertAfterMs - 1)).toBe(0)
  expect(alertIfLate(world.db, late)).toBe(2)
  expect(told()).toEqual([
    { alertTo: 2, late: 1 },
    { alertTo: 3, late: 1 },
  ])
  expect(alertIfLate(world.db, late + 3_600_000)).toBe(0)
  expect(alertIfLate(world.db, late + 24 * 3_600_000)).toBe(2)
})

test('what is tried again and again counts too, though it is always due soon', () => {
  // Two seconds, doubled: eleven tries take 68 minutes.
  put()
  world.db.update(outbox).set({ attempts: 10, nextAt: late }).run()
  expect(alertIfLate(world.db, late)).toBe(0)
  world.db.update(outbox).set({ attempts: 11 }).run()
  expect(alertIfLate(world.db, late)).toBe(2)
})

test.each([
  ['an email to one of us', () => put('person_mail')],
  [
    'what was sent',
    () => {
      put()
      world.db.update(outbox).set({ state: 'sent' }).run()
    },
  ],
])('%s raises none', (_, given) => {
  given()
  expect(alertIfLate(world.db, late)).toBe(0)
})

test('who left is not told', () => {
  put()
  world.db.update(user).set({ deactivatedAt: 1 }).where(eq(user.id, 2)).run()
  expect(alertIfLate(world.db, late)).toBe(1)
})
