import { mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3'
import { migrate } from 'drizzle-orm/better-sqlite3/migrator'
import * as schema from './schema'
import { settings } from './settings.server'

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database }

/** Opens a database file (or `:memory:`), brings its tables up to date, and sets it to WAL. */
export function openDatabase(path: string): Db {
  const client = new Database(path)
  client.pragma('journal_mode = WAL')
  client.pragma('synchronous = NORMAL')
  client.pragma('busy_timeout = 5000')
  client.pragma('cache_size = -65536')
  const db = drizzle(client, { schema })
  // A table is rebuilt by some migrations: references are checked again after them.
  client.pragma('foreign_keys = OFF')
  migrate(db, { migrationsFolder: resolve('drizzle') })
  client.pragma('foreign_keys = ON')
  return db
}

/** Where the brokerage's database file stands. */
export const databasePath = (folder: string): string => join(folder, 'oxpecker.db')

const held = globalThis as { oxDb?: Db }

/** The process's one database, opened at the first call. */
export function database(): Db {
  if (!held.oxDb) {
    mkdirSync(settings().OX_DATA, { recursive: true })
    held.oxDb = openDatabase(databasePath(settings().OX_DATA))
  }
  return held.oxDb
}

export function closeDatabase(): void {
  held.oxDb?.$client.close()
  held.oxDb = undefined
}

/**
 * Runs what reads and then writes as one: the write lock is taken at once, so what was read still
 * holds when it is written. The callback must not be async.
 */
export function inTransaction<T>(db: Db, work: () => T): T {
  return db.$client.transaction(work).immediate()
}

/** Prepares a query once per database: a prepared one runs many times faster. */
export function prepared<T>(build: (db: Db) => T): (db: Db) => T {
  const built = new WeakMap<object, T>()
  return (db) => {
    const found = built.get(db)
    if (found) return found
    const query = build(db)
    built.set(db, query)
    return query
  }
}
