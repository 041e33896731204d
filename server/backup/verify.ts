import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { getTableColumns, is, sql } from 'drizzle-orm'
import { getTableConfig, SQLiteTable } from 'drizzle-orm/sqlite-core'
import { quickCheck } from '#server/database/soundness'
import type { Db } from '#server/db.server'
import * as schema from '#server/schema'
import { isSealed, unseal } from '#server/secrets/keys'

const rowsAtOnce = 2000
/** Of one table no more are named: the first ones say what is wrong. */
const mostNamed = 20

/**
 * Reads everything that is kept and returns what does not hold, a sentence each: pages of the file, references between tables, every row by its
 * types and schemas, sealed texts by the secret, documents by their hash.
 */
export function verify(db: Db, folder: string, path: string): string[] {
  const damaged = quickCheck(db.$client, path)
  if (damaged) return [damaged.message]
  return [...brokenReferences(db), ...unreadableRows(db), ...sealedForNobody(db), ...lostDocuments(db, folder)]
}

function brokenReferences(db: Db): string[] {
  const broken = db.$client.pragma('foreign_key_check') as { table: string; rowid: number; parent: string }[]
  return broken
    .slice(0, mostNamed)
    .map(({ table, rowid, parent }) => `${table} row ${rowid} names a ${parent} that is not there`)
}

const unreadableRows = (db: Db): string[] =>
  Object.values(schema).flatMap((table) => (is(table, SQLiteTable) ? unreadableIn(db, table) : []))

function unreadableIn(db: Db, table: SQLiteTable): string[] {
  const { name } = getTableConfig(table)
  const found: string[] = []
  for (let after = -1; found.length < mostNamed; ) {
    const ids = db.$client
      .prepare(`select rowid from "${name}" where rowid > ? order by rowid limit ${rowsAtOnce}`)
      .pluck()
      .all(after) as number[]
    if (ids.length === 0) break
    const [first, last] = [ids[0]!, ids.at(-1)!]
    // Together first: one by one only where some row of them does not fit.
    if (problemOfRows(db, table, first, last) !== null)
      for (const id of ids) {
        const problem = problemOfRows(db, table, id, id)
        if (problem !== null && found.length < mostNamed) found.push(`${name} row ${id}: ${problem}`)
      }
    after = last
  }
  return found
}

function problemOfRows(db: Db, table: SQLiteTable, first: number, last: number): string | null {
  try {
    db.select(getTableColumns(table)).from(table).where(sql`rowid between ${first} and ${last}`).all()
    return null
  } catch (error) {
    return error instanceof Error ? error.message.replace(/\s+/g, ' ').slice(0, 200) : 'unreadable'
  }
}

/** Bank accounts are sealed by hand, not by their column. */
function sealedForNobody(db: Db): string[] {
  return db
    .select({ id: schema.payee.id, sealed: schema.payee.accountSealed })
    .from(schema.payee)
    .all()
    .flatMap(({ id, sealed }) => {
      try {
        if (isSealed(sealed)) unseal(sealed)
        return []
      } catch (error) {
        return [`payee row ${id}: ${error instanceof Error ? error.message : 'cannot be opened'}`]
      }
    })
}

function lostDocuments(db: Db, folder: string): string[] {
  const names = db.$client
    .prepare('select stored_as from document union select stored_as from carrier_document where stored_as is not null')
    .pluck()
    .all() as string[]
  return names.flatMap((name) => {
    const path = join(folder, 'documents', name)
    if (!existsSync(path)) return [`document ${name.slice(0, 12)}… is not in its folder`]
    const hash = createHash('sha256').update(readFileSync(path)).digest('hex')
    return hash === name ? [] : [`document ${name.slice(0, 12)}… is not what was put there`]
  })
}
