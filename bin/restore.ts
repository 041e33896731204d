// npm run restore -- FOLDER: puts a backup in place, also while the application runs. What stood there before is itself backed up
// first, and its name printed. Documents and exchange files of the backup are put back beside those that came since. Keys are not: they
// are the environment's (keys.env in the backup says what they were).
import { cpSync, existsSync, mkdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { copyDatabase, replaceDatabase } from '#server/database/copy'
import { quickCheck } from '#server/database/soundness'
import { databasePath } from '#server/db.server'
import { adoptOldFolder } from '#server/document/store'

const folder = process.env.OX_DATA ?? '.demo'
const target = databasePath(folder)
const named = process.argv[2]
if (!named || !existsSync(named)) fail('Name the backup: npm run restore -- FOLDER')
const isFolder = statSync(named).isDirectory()
const source = isFolder ? join(named, 'oxpecker.db') : named
if (!existsSync(source)) fail(`${named} holds no backup: nothing was changed`)
const problem = problemOf(source)
if (problem) fail(`${problem}: nothing was changed`)
try {
  mkdirSync(join(folder, 'backups'), { recursive: true, mode: 0o700 })
  if (existsSync(target)) keepWhatStands()
  if (isFolder) {
    for (const name of ['documents', 'papers', 'partners'])
      if (existsSync(join(named, name))) cpSync(join(named, name), join(folder, name), { recursive: true })
    adoptOldFolder(folder)
    bringSecret(named)
  }
  await replaceDatabase(source, target)
  console.log(`Restored from ${named}`)
} catch (error) {
  fail(
    `Nothing was restored: ${error instanceof Error ? error.message : 'unknown'}. Stop the application and try again.`,
  )
}

function problemOf(path: string): string | null {
  try {
    const backup = new Database(path, { readonly: true })
    const unsound = quickCheck(backup, path)
    const { n } = unsound
      ? { n: 0 }
      : (backup
          .prepare("select count(*) as n from sqlite_master where name in ('load', 'customer', 'outbox')")
          .get() as {
          n: number
        })
    backup.close()
    if (unsound) return `${path} is not sound`
    return n === 3 ? null : `${path} is no Oxpecker database`
  } catch {
    return `${path} is no database`
  }
}

/** A machine without a secret of its own takes the backup's: what is sealed in the database opens with it. */
function bringSecret(from: string): void {
  const [theirs, ours] = [join(from, 'secret'), join(folder, 'secret')]
  if (process.env.OX_SECRET || existsSync(ours) || !existsSync(theirs)) return
  cpSync(theirs, ours)
  console.log('The secret of the backup was put beside it')
}

/** A database that is too damaged to be copied is no reason not to restore: it is moved over as it is. */
function keepWhatStands(): void {
  const before = join(folder, 'backups', `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}.db`)
  try {
    copyDatabase(target, before)
  } catch {
    cpSync(target, `${before}.damaged`)
    console.log(`What stood there is damaged; it is kept as ${before}.damaged`)
    return
  }
  console.log(`What stood there is kept as ${before}`)
}

function fail(message: string): never {
  console.error(message)
  process.exit(1)
}
