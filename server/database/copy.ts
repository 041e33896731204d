import { chmodSync, copyFileSync, existsSync, renameSync, rmSync } from 'node:fs'
import Database from 'better-sqlite3'
import { quickCheck } from './soundness'

/**
 * Copies a database that may be in use into a new file, in one go and as of one moment: it reads by one transaction of its own, so what others
 * save meanwhile neither waits for it nor makes it start over. Throws where the copy is not sound; nothing is left then.
 */
export function copyDatabase(source: string, target: string): void {
  const client = new Database(source, { readonly: true, fileMustExist: true })
  try {
    client.pragma('busy_timeout = 10000')
    client.prepare('vacuum into ?').run(target)
  } finally {
    client.close()
  }
  chmodSync(target, 0o600)
  const copy = new Database(target, { readonly: true })
  const problem = quickCheck(copy, target)
  copy.close()
  if (problem) {
    rmSync(target, { force: true })
    throw problem
  }
}

/** How long a restore waits for its turn to write. */
const longestWaitMs = 20_000

/**
 * Writes a copy over a database that may be in use, as one transaction: whoever has it open reads the old state or the new one, never a
 * mixture. Throws, with nothing changed, where others kept the database to themselves for too long.
 */
export async function replaceDatabase(copy: string, target: string): Promise<void> {
  if (!isDatabase(target)) return putInPlace(copy, target)
  const client = new Database(copy, { readonly: true, fileMustExist: true })
  const until = Date.now() + longestWaitMs
  try {
    // All pages in one step: between steps others would write, and every write of theirs is a reason to start over.
    await client.backup(target, {
      progress: ({ totalPages, remainingPages }) => {
        if (remainingPages === totalPages && Date.now() > until) throw new Error('the database was in use all the time')
        return 0x7f_ff_ff_ff
      },
    })
  } finally {
    client.close()
  }
  const restored = new Database(target)
  restored.pragma('journal_mode = WAL')
  restored.close()
}

/** Whether there is a file that SQLite can open and write pages into. */
function isDatabase(path: string): boolean {
  if (!existsSync(path)) return false
  try {
    const client = new Database(path)
    client.prepare('select count(*) from sqlite_master').get()
    client.close()
    return true
  } catch {
    return false
  }
}

/** Where nothing usable stands, nobody can have it open: the copy is moved into its place. */
function putInPlace(copy: string, target: string): void {
  copyFileSync(copy, `${target}.part`)
  for (const suffix of ['-wal', '-shm']) rmSync(target + suffix, { force: true })
  renameSync(`${target}.part`, target)
  chmodSync(target, 0o600)
}
