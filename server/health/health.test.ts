import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { enqueue, nextDue } from '#server/outbox/outbox'
import { event, outbox } from '#server/schema'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { actOnOutbox, healthActSchema } from './act'
import { countAnswer, metricsText, slowestRoutes } from './pace'
import { lateAfterMs, readHealth, waitingByKind } from './read'

let world: TestWorld
beforeEach(() => {
  world = testWorld(0)
})
afterEach(() => world.end())

const put = (over: Partial<typeof outbox.$inferInsert> = {}) => {
  enqueue(world.db, { kind: 'person_mail', stream: 'person-1', loadId: null, payload: {} }, now)
  const { id } = world.db.select().from(outbox).orderBy(outbox.id).all().at(-1)!
  world.db
    .update(outbox)
    .set({ attempts: 0, ...over })
    .where(eq(outbox.id, id))
    .run()
  return id
}
const troubled = (at = now) => readHealth(world.db, at).troubled.map(({ id }) => id)

describe('what is not sent', () => {
  test.each([
    ['fresh', {}, now, false],
    ['waiting for too long', {}, now + lateAfterMs + 1, true],
    ['tried a few times', { attempts: 3 }, now, true],
    ['held', { state: 'held' }, now, true],
    ['given up', { state: 'failed' }, now, true],
    ['sent', { state: 'sent' }, now + lateAfterMs + 1, false],
  ] as const)('%s is shown: %o', (_, over, at, isShown) => {
    const id = put(over)
    expect(troubled(at)).toEqual(isShown ? [id] : [])
  })
  test('is counted by kind, with what is held', () => {
    put()
    put({ state: 'held' })
    put({ state: 'sent' })
    expect(waitingByKind(world.db)).toEqual([{ kind: 'person_mail', count: 2, held: 1, oldest: now }])
  })
})

describe('a message that could not be sent', () => {
  test('is tried again at once', () => {
    const id = put({ state: 'failed', nextAt: now + 99_000 })
    expect(nextDue(world.db, 'person_mail', now)).toBeUndefined()
    expect(actOnOutbox(world.db, { intent: 'retry', outboxId: id }, ines)).toEqual({ done: true })
    expect(nextDue(world.db, 'person_mail', now)?.id).toBe(id)
  })
  test('is skipped with a reason that stays, and lets those behind it go', () => {
    const [id, behind] = [put({ state: 'held' }), put()]
    expect(nextDue(world.db, 'person_mail', now)).toBeUndefined()
    actOnOutbox(world.db, { intent: 'skip', outboxId: id, reason: 'they know by phone' }, ines)
    expect(nextDue(world.db, 'person_mail', now)?.id).toBe(behind)
    expect(world.db.select().from(event).get()).toMatchObject({
      kind: 'sending_skipped',
      data: { what: 'person-1-1', reason: 'they know by phone' },
    })
  })
  test.each([
    ['that is not there', 99, {}, 'no_such_entry'],
    ['that was sent meanwhile', 1, { state: 'sent' }, 'sent_already'],
  ] as const)('%s is refused', (_, outboxId, over, code) => {
    put(over)
    expect(actOnOutbox(world.db, { intent: 'retry', outboxId }, ines)).toMatchObject({ refusal: { code } })
  })
  test('is not skipped without a reason', () =>
    expect(healthActSchema.safeParse({ intent: 'skip', outboxId: 1, reason: ' ' }).success).toBe(false))
})

test('answers are counted by route, the slowest first, and read by Prometheus', async () => {
  for (const [path, ms] of [
    ['/loads/1', 30],
    ['/loads/2', 50],
    ['/quotes', 10],
    ['/live', 90_000],
  ] as const)
    countAnswer('GET', path, 200, ms)
  expect(slowestRoutes(2)).toEqual([
    { route: 'GET /loads/:id', count: 2, meanMs: 40, worstMs: 50 },
    { route: 'GET /quotes', count: 1, meanMs: 10, worstMs: 10 },
  ])
  const text = await metricsText([{ kind: 'mail', count: 3 }])
  expect(text).toContain('oxpecker_http_seconds_count{method="GET",route="/loads/:id",status="200"} 2')
  expect(text).toContain('oxpecker_outbox_waiting{kind="mail"} 3')
  expect(text).toMatch(/nodejs_eventloop_lag_seconds [\d.e-]+/)
})
