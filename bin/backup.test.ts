import { spawnSync } from 'node:child_process'
import { dirname, join } from 'node:path'
import { renameSync } from 'node:fs'
import Database from 'better-sqlite3'
import { afterEach, expect, test } from 'vitest'
import { databasePath, openDatabase } from '#server/db.server'
import { load } from '#server/schema'
import { openLoad, testWorld } from '#server/testing/world'

const ends: (() => void)[] = []
afterEach(() => ends.splice(0).forEach((end) => end()))

test('a backup is made and put back while the application has the database open', () => {
  const world = testWorld()
  ends.push(world.end)
  const folder = dirname(world.path)
  world.db.$client.close()
  renameSync(world.path, databasePath(folder))
  const db = openDatabase(databasePath(folder))
  ends.push(() => db.$client.close())
  const command = (script: string, ...args: string[]) => spawnSync(process.execPath, ['--import', 'tsx', `bin/${script}.ts`, ...args], { env: { ...process.env, OX_DATA: folder }, encoding: 'utf8' })

  openLoad(db)
  const copy = join(folder, 'copy.db')
  expect(command('backup', copy).status).toBe(0)
  expect(command('backup', copy).stderr).toContain('never overwrites')
  openLoad(db)
  expect(db.select().from(load).all()).toHaveLength(2)
  const restored = command('restore', copy)
  expect(restored.stdout).toContain('Restored from')
  // The connection that was open all along sees the restored state, and can go on writing.
  expect(db.select().from(load).all()).toHaveLength(1)
  openLoad(db)
  expect(db.select().from(load).all()).toHaveLength(2)

  const stranger = join(folder, 'stranger.db')
  new Database(stranger).exec('create table x (y)').close()
  expect(command('restore', stranger)).toMatchObject({ status: 1, stderr: expect.stringContaining('no Oxpecker database') })
  expect(db.select().from(load).all()).toHaveLength(2)
}, 60_000)
