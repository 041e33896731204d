// npm run restore -- FILE: puts a backup in place of the database, also while the application runs.
// What stood there before is itself backed up first, and its name printed.
import { existsSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { databasePath } from '#server/db.server'

const folder = process.env.OX_DATA ?? '.demo'
const target = databasePath(folder)
const source = process.argv[2]
if (!source || !existsSync(source)) fail('Name the backup: npm run restore -- FILE')
const backup = new Database(source, { readonly: true })
if (backup.pragma('integrity_check', { simple: true }) !== 'ok') fail(`${source} is not sound: nothing was changed`)
const isOurs = backup.prepare("select count(*) as n from sqlite_master where name in ('load', 'log', 'outbox')").get() as { n: number }
if (isOurs.n !== 3) fail(`${source} is no Oxpecker database: nothing was changed`)
mkdirSync(join(folder, 'backups'), { recursive: true })
if (existsSync(target)) {
  const before = join(folder, 'backups', `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}.db`)
  const standing = new Database(target, { readonly: true })
  await standing.backup(before)
  standing.close()
  console.log(`What stood there is kept as ${before}`)
}
// SQLite's own backup writes page by page into the standing file under its lock: whoever has it
// open reads the old state or the new one, never a mixture.
await backup.backup(target)
backup.close()
const restored = new Database(target)
restored.pragma('journal_mode = WAL')
restored.close()
console.log(`Restored from ${source}`)

function fail(message: string): never {
  console.error(message)
  process.exit(1)
}
