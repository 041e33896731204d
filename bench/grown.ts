import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { takeEnvironment } from '#server/settings.server'
import type { Surroundings } from '../bin/surroundings'

/** Puts a database with 250,000 loads and 50,000 carriers in the folder of these surroundings, and returns its path. */
export async function grownDatabase(around: Surroundings): Promise<string> {
  takeEnvironment(around.application)
  const { databasePath, openDatabase } = await import('#server/db.server')
  const { makeWorld } = await import('../bin/world')
  const { multiply } = await import('./multiply')
  const path = databasePath(around.folder)
  // One grown before is used again, unless the tables have changed since.
  const tables = readFileSync('drizzle/meta/_journal.json', 'utf8')
  const mark = `${around.folder}/grown`
  if (!existsSync(mark) || readFileSync(mark, 'utf8') !== tables) {
    for (const suffix of ['', '-wal', '-shm']) rmSync(path + suffix, { force: true })
    await makeWorld(around.folder, { seed: 5, pastLoads: 6000 })
    const db = openDatabase(path)
    multiply(db)
    db.$client.close()
    writeFileSync(mark, tables)
  }
  return path
}
