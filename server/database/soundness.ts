import { chmodSync, mkdirSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import type Database from 'better-sqlite3'
import { is } from 'drizzle-orm'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { getTableConfig, SQLiteTable } from 'drizzle-orm/sqlite-core'

export type DatabaseFault = 'damaged' | 'not_whole' | 'newer' | 'unreadable'

/** Why a database is not used, in a sentence for whoever runs the program. */
export class DatabaseProblem extends Error {
  constructor(
    readonly code: DatabaseFault,
    message: string,
  ) {
    super(message)
  }
}

/** Larger files are looked through beside the start (`startSoundnessWatch`), so that the desk does not wait for it. */
const checkedAtStartBytes = 300 * 1024 * 1024

/** What is wrong with a database file by SQLite's own quick check (pages, records, order); null where nothing is. */
export function problemOfFile(client: Database.Database, path: string): DatabaseProblem | null {
  if (path !== ':memory:' && statSync(path).size > checkedAtStartBytes) return null
  return quickCheck(client, path)
}

/** The check itself, however long it takes. */
export function quickCheck(client: Database.Database, path: string): DatabaseProblem | null {
  let verdict: unknown
  try {
    verdict = client.pragma('quick_check(1)', { simple: true })
  } catch (error) {
    verdict = error instanceof Error ? error.message : 'unknown'
  }
  if (verdict === 'ok') return null
  return new DatabaseProblem(
    'damaged',
    `${path} is damaged (${String(verdict).replace(/\s+/g, ' ').slice(0, 200)}). Keep a copy of its folder, then put back the newest backup: npm run restore -- FOLDER.`,
  )
}

/** What the code expects of the file and does not find; null where all of it is there. */
export function problemOfSchema(
  client: Database.Database,
  schema: Record<string, unknown>,
  path: string,
): DatabaseProblem | null {
  const columns = client
    .prepare(
      'select m.name as tableName, c.name as columnName from sqlite_master m join pragma_table_info(m.name) c where m.type = ?',
    )
    .all('table') as { tableName: string; columnName: string }[]
  const found = new Map<string, Set<string>>()
  for (const { tableName, columnName } of columns)
    found.set(tableName, (found.get(tableName) ?? new Set()).add(columnName))
  const missing = Object.values(schema).flatMap((table) => {
    if (!is(table, SQLiteTable)) return []
    const expected = getTableConfig(table)
    const has = found.get(expected.name)
    if (!has) return [`table ${expected.name}`]
    return expected.columns.filter((column) => !has.has(column.name)).map((column) => `${expected.name}.${column.name}`)
  })
  if (missing.length === 0) return null
  return new DatabaseProblem(
    'not_whole',
    `${path} is not whole: ${missing.slice(0, 3).join(', ')}${missing.length > 3 ? ` and ${missing.length - 3} more` : ''} missing. Put back a backup: npm run restore -- FOLDER.`,
  )
}

const appliedUpTo = (client: Database.Database): number => {
  const has = client.prepare("select 1 from sqlite_master where type = 'table' and name = '__drizzle_migrations'").get()
  return has
    ? ((client.prepare('select max(created_at) as at from __drizzle_migrations').get() as { at: number | null }).at ??
        0)
    : 0
}

/** Whether a later version of the program has changed the tables. */
export function isNewer(client: Database.Database, folder: string): boolean {
  return (
    appliedUpTo(client) >
    Math.max(...readMigrationFiles({ migrationsFolder: folder }).map(({ folderMillis }) => folderMillis))
  )
}

/**
 * Applies the migrations that are still to come, in one transaction that takes the write lock before it looks what is to do: of two processes
 * that start together one migrates. What stood there is backed up first, and references are checked before anything is committed.
 */
export function migrateOnce(client: Database.Database, folder: string, backups: string | null): void {
  const all = readMigrationFiles({ migrationsFolder: folder })
  const before = appliedUpTo(client)
  if (all.every(({ folderMillis }) => folderMillis <= before)) return
  if (before > 0 && backups) backUpBefore(client, backups, before)
  // A table is rebuilt by some migrations: references are checked again after them.
  client.pragma('foreign_keys = OFF')
  client
    .transaction(() => {
      client.exec(
        'create table if not exists __drizzle_migrations (id SERIAL PRIMARY KEY, hash text NOT NULL, created_at numeric)',
      )
      const applied = appliedUpTo(client)
      for (const { sql, folderMillis, hash } of all.filter((each) => each.folderMillis > applied)) {
        for (const statement of sql) client.exec(statement)
        client.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)').run(hash, folderMillis)
      }
      const broken = client.pragma('foreign_key_check') as { table: string; rowid: number; parent: string }[]
      if (broken[0])
        throw new DatabaseProblem(
          'damaged',
          `The new version's tables do not fit what is stored: row ${broken[0].rowid} of ${broken[0].table} names a ${broken[0].parent} that is not there. Nothing was changed; start the version before.`,
        )
    })
    .immediate()
  if (backups) allowSmallSteps(client)
}

const incremental = 2

/** Files of earlier versions give empty pages back only as a whole: that is done once, with the upgrade. Where the disk has no room for it, they stay as they are. */
function allowSmallSteps(client: Database.Database): void {
  if (client.pragma('auto_vacuum', { simple: true }) === incremental) return
  try {
    client.pragma('auto_vacuum = INCREMENTAL')
    client.exec('vacuum')
  } catch (error) {
    if ((error as { code?: string }).code !== 'SQLITE_FULL') throw error
  }
}

function backUpBefore(client: Database.Database, backups: string, before: number): void {
  mkdirSync(backups, { recursive: true, mode: 0o700 })
  const target = join(backups, `before-migration-${before}.db`)
  rmSync(target, { force: true })
  client.prepare('vacuum into ?').run(target)
  chmodSync(target, 0o600)
}
