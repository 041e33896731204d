import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { type Db, inTransaction, openDatabase, storageProblem } from '#server/db.server'
import { customer } from '#server/schema'
import { actionAnswer } from '#server/testing/action'
import { testWorld } from '#server/testing/world'

/** A file system of a few megabytes in memory; where the system lets nobody mount one, the other test of a full disk stands alone. */
const disk = mkdtempSync(join(tmpdir(), 'oxpecker-disk-'))
const isMounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=6m', 'tmpfs', disk]).status === 0
const grow = () => spawnSync('mount', ['-o', 'remount,size=24m', disk]).status

afterAll(() => {
  if (isMounted) spawnSync('umount', [disk])
  rmSync(disk, { recursive: true, force: true })
})

describe.skipIf(!isMounted)('on a file system that fills up', () => {
  let db: Db
  beforeAll(() => {
    const world = testWorld(0)
    world.db.$client.exec(`vacuum into '${join(disk, 'oxpecker.db')}'`)
    world.end()
    db = openDatabase(join(disk, 'oxpecker.db'))
    return () => db.$client.close()
  })
  const save = (name: string) =>
    inTransaction(db, () =>
      db
        .insert(customer)
        .values({ name, search: name, phone: 'x'.repeat(60_000) })
        .run(),
    )
  const ours = () =>
    db
      .select({ name: customer.name })
      .from(customer)
      .all()
      .map(({ name }) => name)
      .filter((name) => name.startsWith('Kept'))
  const answerTo = (name: string) => actionAnswer(() => save(name))

  test('what was acknowledged is kept, the rest is refused in words, and with room it goes on by itself', async () => {
    const acknowledged: string[] = []
    let refused: Response | null = null
    for (let at = 0; at < 400 && refused === null; at++) {
      refused = await answerTo(`Kept ${at}`)
      if (refused === null) acknowledged.push(`Kept ${at}`)
    }
    expect(refused?.status).toBe(507)
    expect(storageProblem()).not.toBeNull()
    expect(acknowledged.length).toBeGreaterThan(5)
    expect(ours()).toEqual(acknowledged)
    expect(grow()).toBe(0)
    expect(await answerTo('Kept later')).toBeNull()
    expect(storageProblem()).toBeNull()
    db.$client.close()
    db = openDatabase(join(disk, 'oxpecker.db'))
    expect(ours()).toEqual([...acknowledged, 'Kept later'])
    expect(db.$client.pragma('integrity_check', { simple: true })).toBe('ok')
  })
})
