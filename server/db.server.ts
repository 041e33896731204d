import { chmodSync, closeSync, existsSync, mkdirSync, openSync } from 'node:fs'
import { dirname, join } from 'node:path'
import Database from 'better-sqlite3'
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3'
import { forgetPending, pendingCount, publishPending } from './changes'
import { DatabaseProblem, isNewer, migrateOnce, problemOfFile, problemOfSchema } from './database/soundness'
import * as schema from './schema'
import { projectFolder, settings } from './settings.server'

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database }
export { DatabaseProblem }

export interface OpenOptions {
  /** Whether a change is on the disk before it is acknowledged, also when the power goes; tests do without. */
  durable?: boolean
}

/**
 * Opens a database file (or `:memory:`), brings its tables up to date, and sets it to WAL. Throws a `DatabaseProblem` where the file is
 * damaged, not whole, or written by a newer version: nothing is changed then.
 */
export function openDatabase(path: string, { durable = true }: OpenOptions = {}): Db {
  if (path !== ':memory:') closeToOthers(path)
  const client = connect(path, durable)
  try {
    const problem = problemOfFile(client, path)
    if (problem) throw problem
    const migrations = join(projectFolder(), 'drizzle')
    if (isNewer(client, migrations))
      throw new DatabaseProblem(
        'newer',
        `${path} was written by a newer version of Oxpecker: start that version, or put back a backup of this one with npm run restore.`,
      )
    migrateOnce(client, migrations, path === ':memory:' ? null : join(dirname(path), 'backups'))
    const missing = problemOfSchema(client, schema, path)
    if (missing) throw missing
  } catch (error) {
    client.close()
    throw error
  }
  client.pragma('foreign_keys = ON')
  return drizzle(client, { schema })
}

/** Opens a database that the process has opened and looked at before: for threads of their own. */
export function openAgain(path: string): Db {
  const client = connect(path, true)
  client.pragma('foreign_keys = ON')
  return drizzle(client, { schema })
}

function connect(path: string, durable: boolean): Database.Database {
  let client: Database.Database
  try {
    client = new Database(path)
    client.pragma('busy_timeout = 5000')
    // Of a new file alone: what is removed can be given back to the disk in small steps.
    client.pragma('auto_vacuum = INCREMENTAL')
    client.pragma('journal_mode = WAL')
  } catch (error) {
    throw new DatabaseProblem(
      'unreadable',
      `${path} cannot be opened as a database (${error instanceof Error ? error.message : 'unknown'}). Look at its folder's rights and the disk, or put back a backup: npm run restore -- FOLDER.`,
    )
  }
  // What was decided here may be sent or said a moment later: it has to be on the disk before.
  client.pragma(`synchronous = ${durable ? 'FULL' : 'OFF'}`)
  client.pragma('cache_size = -65536')
  return client
}

/** Only the account that runs the program may read the file; what SQLite puts beside it gets the same rights. */
function closeToOthers(path: string): void {
  if (!existsSync(path)) closeSync(openSync(path, 'a', 0o600))
  else chmodSync(path, 0o600)
}

/** Where the brokerage's database file is. */
export const databasePath = (folder: string): string => join(folder, 'oxpecker.db')

const held = globalThis as { oxDb?: Db; oxStorageProblem?: string | null }

/** The process's one database, opened at the first call. */
export function database(): Db {
  if (!held.oxDb) {
    mkdirSync(settings().OX_DATA, { recursive: true, mode: 0o700 })
    held.oxDb = openDatabase(databasePath(settings().OX_DATA))
  }
  return held.oxDb
}

/** Closes the process’s database; the next call opens it again. */
export function closeDatabase(): void {
  held.oxDb?.$client.close()
  held.oxDb = undefined
}

/**
 * Runs what reads and then writes as one: the write lock is taken at once, so what was read still
 * holds when it is written. Inside another transaction it is a part of that one, and is taken back alone if it throws. What it
 * changed is published after the outermost commit. The callback must not be async.
 */
export function inTransaction<T>(db: Db, work: () => T): T {
  const client = db.$client
  const before = pendingCount(client)
  let result: T
  try {
    result = client.transaction(work).immediate()
  } catch (error) {
    forgetPending(client, before)
    throw error
  }
  held.oxStorageProblem = null
  if (!client.inTransaction) publishPending(client)
  return result
}

/** Notes that something could not be written (null: that it can again), for whoever asks how the process is. */
export function noteStorage(problem: string | null): void {
  held.oxStorageProblem = problem
}

/** Why nothing can be written just now; null where it can. */
export const storageProblem = (): string | null => held.oxStorageProblem ?? null

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
