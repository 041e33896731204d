// npm run backup [-- FILE]: a copy of the database, made while the application runs.
import { existsSync, mkdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import Database from 'better-sqlite3'
import { databasePath } from '#server/db.server'

const folder = process.env.OX_DATA ?? '.demo'
const source = databasePath(folder)
const target = process.argv[2] ?? join(folder, 'backups', `oxpecker-${new Date().toISOString().replace(/[:.]/g, '-')}.db`)
if (!existsSync(source)) fail(`There is no database at ${source}. Name its folder: OX_DATA=… npm run backup`)
if (existsSync(target)) fail(`${target} exists already: a backup never overwrites another`)
mkdirSync(dirname(target), { recursive: true })
const db = new Database(source, { readonly: true })
await db.backup(target)
db.close()
const copy = new Database(target)
// The copy is one file that can be carried away: no write-ahead log beside it.
copy.pragma('journal_mode = DELETE')
const verdict = copy.pragma('integrity_check', { simple: true })
copy.close()
if (verdict !== 'ok') fail(`The copy is not sound: ${verdict}`)
console.log(target)

function fail(message: string): never {
  console.error(message)
  process.exit(1)
}
