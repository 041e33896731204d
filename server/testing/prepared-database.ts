import { createHash } from 'node:crypto'
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Db, openDatabase } from '#server/db.server'

const prepared = new Map<string, string>()

/** The file of a database that `fill` has filled, made at its first use in a process: tests copy it, which takes a millisecond. */
export function preparedDatabase(name: string, fill: (db: Db) => void): string {
  const found = prepared.get(name)
  if (found) return found
  const folder = mkdtempSync(join(tmpdir(), 'oxpecker-world-'))
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }))
  const path = join(folder, 'world.db')
  copyFileSync(emptyDatabase(), path)
  const db = openDatabase(path, { durable: false })
  fill(db)
  db.$client.pragma('journal_mode = DELETE')
  db.$client.close()
  prepared.set(name, path)
  return path
}

/** An empty database with all migrations applied: kept between runs, under the hash of the migrations. */
function emptyDatabase(): string {
  const hash = createHash('sha256')
  for (const name of readdirSync('drizzle').sort())
    if (name.endsWith('.sql')) hash.update(readFileSync(join('drizzle', name)))
  const path = join('.tmp', `empty-${hash.digest('hex').slice(0, 16)}.db`)
  if (existsSync(path)) return path
  mkdirSync('.tmp', { recursive: true })
  const own = `${path}.${process.pid}`
  const db = openDatabase(own, { durable: false })
  db.$client.pragma('journal_mode = DELETE')
  db.$client.close()
  renameSync(own, path)
  return path
}
