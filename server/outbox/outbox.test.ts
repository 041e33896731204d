import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { inTransaction } from '#server/db.server'
import { pruneOld } from '#server/retention/retention'
import { outbox } from '#server/schema'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { enqueue, markSent, nextDue } from './outbox'
import { startWorker } from './worker'

let world: TestWorld
beforeEach(() => {
  world = testWorld(0)
})
afterEach(() => world.end())

const ask = (stream: string) =>
  inTransaction(world.db, () => enqueue(world.db, { kind: 'mail', stream, loadId: null, payload: { stream } }, now))
const rows = () => world.db.select().from(outbox).all()

describe('the outbox', () => {
  test('a sender that throws counts as a try, and what waits behind it is sent', async () => {
    ask('broken')
    ask('good')
    const sent: string[] = []
    const worker = startWorker(
      world.db,
      'mail',
      async (_, entry) => {
        if (entry.stream === 'broken') throw new Error('no such template')
        sent.push(entry.key)
        return { problem: null }
      },
      () => now,
    )
    await expect.poll(() => sent).toEqual(['good-1'])
    await worker.stop()
    expect(rows()).toMatchObject([
      { key: 'broken-1', state: 'waiting', attempts: 1, lastError: 'broke: no such template' },
      { key: 'good-1', state: 'sent', attempts: 1 },
    ])
    expect(rows()[0]!.nextAt).toBeGreaterThan(now)
  })
  test('what was sent is pruned after a quarter, and its key is not given out again', () => {
    ask('a')
    markSent(world.db, nextDue(world.db, 'mail', now)!, now)
    expect(pruneOld(world.db, now + 89 * 86_400_000).sent).toBe(0)
    expect(pruneOld(world.db, now + 91 * 86_400_000).sent).toBe(1)
    ask('a')
    expect(rows().map(({ key }) => key)).toEqual(['a-2'])
  })
  test('both are found by an index, however long the outbox grows', () => {
    const plan = (sql: string) =>
      (world.db.$client.prepare(`explain query plan ${sql}`).all() as { detail: string }[])
        .map(({ detail }) => detail)
        .join('; ')
    expect(plan("select id from outbox where state = 'sent' and sent_at < 5 limit 500")).toContain('outbox_sent')
    expect(plan("select kind, count(*) from outbox where state = 'held' group by kind")).toContain('outbox_held')
    expect(plan("select id from outbox where state = 'waiting' and kind = 'mail' and next_at <= 5")).toContain(
      'outbox_due',
    )
  })
})
