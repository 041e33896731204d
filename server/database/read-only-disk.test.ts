import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, test } from 'vitest'
import { type Db, inTransaction, openDatabase, storageProblem } from '#server/db.server'
import { customer } from '#server/schema'
import { actionAnswer } from '#server/testing/action'
import { testWorld } from '#server/testing/world'

/** A file system of its own in a file, which turns read-only as a failing disk's does; where nobody may mount one, there is nothing to test. */
const folder = mkdtempSync(join(tmpdir(), 'oxpecker-failing-'))
const [image, disk] = [join(folder, 'disk.img'), join(folder, 'disk')]
const run = (command: string, ...options: string[]): boolean => spawnSync(command, options).status === 0
const mount = () => run('mount', '-o', 'loop', image, disk)
const isMounted = makeImage() && mount()

function makeImage(): boolean {
  mkdirSync(disk)
  writeFileSync(image, '')
  truncateSync(image, 24 * 1024 * 1024)
  return run('mkfs.ext4', '-q', image)
}

afterAll(() => {
  if (isMounted) run('umount', disk)
  rmSync(folder, { recursive: true, force: true })
})

describe.skipIf(!isMounted)('on a file system that turns read-only under us', () => {
  const file = join(disk, 'oxpecker.db')
  const save = (db: Db, name: string) =>
    actionAnswer(() => inTransaction(db, () => db.insert(customer).values({ name, search: name }).run()))
  const kept = (db: Db) =>
    db
      .select({ name: customer.name })
      .from(customer)
      .all()
      .map(({ name }) => name)
      .filter((name) => name.startsWith('Kept'))

  test('writes are refused in words, reading goes on, and what was acknowledged is there once the disk is mounted again', async () => {
    const world = testWorld(0)
    world.db.$client.exec(`vacuum into '${file}'`)
    world.end()
    const db = openDatabase(file)
    for (const name of ['Kept 1', 'Kept 2', 'Kept 3']) expect(await save(db, name)).toBeNull()
    expect(run('mount', '-o', 'remount,abort', disk)).toBe(true)
    const refused = await save(db, 'Lost')
    expect(refused?.status).toBe(507)
    expect(storageProblem()).not.toBeNull()
    expect(kept(db)).toEqual(['Kept 1', 'Kept 2', 'Kept 3'])
    db.$client.close()
    run('umount', disk)
    run('fsck.ext4', '-y', image)
    expect(mount()).toBe(true)
    const again = openDatabase(file)
    expect(kept(again)).toEqual(['Kept 1', 'Kept 2', 'Kept 3'])
    expect(await save(again, 'Kept 4')).toBeNull()
    expect(storageProblem()).toBeNull()
    again.$client.close()
  })
})
