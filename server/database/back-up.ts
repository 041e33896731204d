import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import Database from 'better-sqlite3'
import { copyDatabase } from './copy'
import { quickCheck } from './soundness'

const beside = ['documents', 'papers', 'partners', 'secret']
const keyNames = ['OX_SECRET', 'OX_SECRET_BEFORE']

/**
 * Writes database, documents, exchange files and keys into a new folder while the application runs. Made beside and renamed when whole: half a
 * backup never has the name of one. Throws where it cannot be made; nothing is left then.
 */
export function backUp(folder: string, target: string, environment: NodeJS.ProcessEnv): void {
  const making = join(dirname(target), `.${process.pid}-making`)
  rmSync(making, { recursive: true, force: true })
  mkdirSync(making, { recursive: true, mode: 0o700 })
  try {
    // The database first: documents only ever grow, so whatever it names is in the folders that are copied after it.
    copyDatabase(join(folder, 'oxpecker.db'), join(making, 'oxpecker.db'))
    for (const name of beside)
      if (existsSync(join(folder, name))) cpSync(join(folder, name), join(making, name), { recursive: true })
    const keys = keyNames.flatMap((name) => (environment[name] ? [`${name}=${environment[name]}`] : []))
    if (keys.length > 0) writeFileSync(join(making, 'keys.env'), `${keys.join('\n')}\n`, { mode: 0o600 })
    renameSync(making, target)
  } catch (error) {
    rmSync(making, { recursive: true, force: true })
    throw error
  }
}

export interface Drill {
  ok: boolean
  /** What was found, in a sentence. */
  words: string
  loads: number
  bytes: number
}

/** Puts a backup's database into a scratch folder, opens it there and reads it through, as a restore would; the scratch folder is gone afterwards. */
export function drillRestore(backup: string, scratch: string): Drill {
  rmSync(scratch, { recursive: true, force: true })
  mkdirSync(scratch, { recursive: true, mode: 0o700 })
  const path = join(scratch, 'oxpecker.db')
  try {
    cpSync(join(backup, 'oxpecker.db'), path)
    const bytes = statSync(path).size
    const client = new Database(path)
    try {
      const problem = quickCheck(client, path)
      const broken = problem ? [] : (client.pragma('foreign_key_check') as unknown[])
      const loads = problem ? 0 : (client.prepare('select count(*) from load').pluck().get() as number)
      if (problem) return { ok: false, words: problem.message, loads, bytes }
      if (broken.length > 0)
        return { ok: false, words: `${broken.length} rows name rows that are not there`, loads, bytes }
      return { ok: true, words: 'restored and read through', loads, bytes }
    } finally {
      client.close()
    }
  } catch (error) {
    return { ok: false, words: error instanceof Error ? error.message : 'unknown', loads: 0, bytes: 0 }
  } finally {
    rmSync(scratch, { recursive: true, force: true })
  }
}

/** Removes all but the newest backups of a schedule; returns the names of those removed. Names begin alike and go on with their moment. */
export function rotate(folder: string, prefix: string, keep: number): string[] {
  if (!existsSync(folder)) return []
  const old = readdirSync(folder)
    .filter((name) => name.startsWith(prefix))
    .sort()
    .slice(0, -keep)
  for (const name of old) rmSync(join(folder, name), { recursive: true, force: true })
  return old
}
