// npm run backup [-- FOLDER]: the database, documents, exchange files and keys in one folder, made while the application runs.
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { backUp } from '#server/database/back-up'
import { databasePath } from '#server/db.server'

const folder = process.env.OX_DATA ?? '.demo'
const source = databasePath(folder)
const target = resolve(process.argv[2] ?? join(folder, 'backups', new Date().toISOString().replace(/[:.]/g, '-')))
if (!existsSync(source)) fail(`There is no database at ${source}. Name its folder: OX_DATA=… npm run backup`)
if (existsSync(target)) fail(`${target} exists already: a backup never overwrites another`)
try {
  backUp(folder, target, process.env)
} catch (error) {
  fail(`No backup was made: ${error instanceof Error ? error.message : 'unknown'}`)
}
console.log(target)

function fail(message: string): never {
  console.error(message)
  process.exit(1)
}
