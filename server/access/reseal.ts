import { createDecipheriv, createHash } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { type Db, inTransaction } from '#server/db.server'
import { payee } from '#server/schema'
import { accountKey, isSealed, isSealedNow, seal, unseal } from '#server/secrets/keys'
import { settings } from '#server/settings.server'

/**
 * Seals whatever is not sealed in the database, or was sealed with the secret before the present one, with the present one. Done at every start, so
 * that `OX_SECRET_BEFORE` can be dropped after the first. Returns how many were sealed.
 */
export function reseal(db: Db): number {
  return inTransaction(db, () => sealedColumns.reduce((sum, each) => sum + sealColumn(db, each), sealPayees(db)))
}

/** Every column of a sealed text, with the table's key. */
const sealedColumns = [
  { table: 'partner', key: 'id', column: 'secret' },
  { table: 'user', key: 'id', column: 'totp_secret' },
  { table: 'connection', key: 'kind', column: 'secret' },
  { table: 'board', key: 'name', column: 'secret' },
  { table: 'board', key: 'name', column: 'callback_secret' },
] as const

function sealColumn(db: Db, { table, key, column }: (typeof sealedColumns)[number]): number {
  // Read as they are, past the column that opens them.
  const rows = db.$client
    .prepare(`select ${key} as key, ${column} as secret from ${table} where ${column} <> ''`)
    .all() as { key: number | string; secret: string }[]
  const old = rows.filter(({ secret }) => !isSealedNow(secret))
  const keep = db.$client.prepare(`update ${table} set ${column} = ? where ${key} = ?`)
  for (const row of old) keep.run(seal(isSealed(row.secret) ? unseal(row.secret) : row.secret), row.key)
  return old.length
}

function sealPayees(db: Db): number {
  const old = db
    .select({ id: payee.id, routing: payee.routing, sealed: payee.accountSealed })
    .from(payee)
    .all()
    .filter(({ sealed }) => !isSealedNow(sealed))
  for (const { id, routing, sealed } of old) {
    const account = isSealed(sealed) ? unseal(sealed) : unsealFirstKind(sealed)
    db.update(payee)
      .set({ accountSealed: seal(account), accountKey: accountKey(routing, account) })
      .where(eq(payee.id, id))
      .run()
  }
  return old.length
}

/** The first kind of seal had no mark, and a key that was a plain hash of the secret. */
function unsealFirstKind(sealed: string): string {
  const bytes = Buffer.from(sealed, 'base64')
  const key = createHash('sha256').update(`seal:${settings().OX_SECRET}`).digest()
  const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, 12))
  decipher.setAuthTag(bytes.subarray(12, 28))
  return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8')
}
