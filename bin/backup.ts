// npm run backup [-- FOLDER]: the database, documents, exchange files and keys in one folder, made while the application runs.
import { cpSync, existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { copyDatabase } from '#server/database/copy'
import { databasePath } from '#server/db.server'

const folder = process.env.OX_DATA ?? '.demo'
const source = databasePath(folder)
const target = resolve(process.argv[2] ?? join(folder, 'backups', new Date().toISOString().replace(/[:.]/g, '-')))
if (!existsSync(source)) fail(`There is no database at ${source}. Name its folder: OX_DATA=… npm run backup`)
if (existsSync(target)) fail(`${target} exists already: a backup never overwrites another`)

// Made beside and renamed when whole: half a backup never has the name of one.
const making = join(dirname(target), `.${process.pid}-making`)
rmSync(making, { recursive: true, force: true })
mkdirSync(making, { recursive: true, mode: 0o700 })
try {
  // The database first: documents only ever grow, so whatever it names is in the folders that are copied after it.
  copyDatabase(source, join(making, 'oxpecker.db'))
  for (const name of ['documents', 'papers', 'partners', 'secret'])
    if (existsSync(join(folder, name))) cpSync(join(folder, name), join(making, name), { recursive: true })
  const keys = ['OX_SECRET', 'OX_SECRET_BEFORE', 'OX_BOARD_KEY', 'OX_BOARD_SECRET'].flatMap((name) =>
    process.env[name] ? [`${name}=${process.env[name]}`] : [],
  )
  if (keys.length > 0) writeFileSync(join(making, 'keys.env'), `${keys.join('\n')}\n`, { mode: 0o600 })
  renameSync(making, target)
} catch (error) {
  rmSync(making, { recursive: true, force: true })
  fail(`No backup was made: ${error instanceof Error ? error.message : 'unknown'}`)
}
console.log(target)

function fail(message: string): never {
  console.error(message)
  process.exit(1)
}
