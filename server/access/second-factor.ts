import { createHmac, randomBytes } from 'node:crypto'
import { and, eq, isNull, lt } from 'drizzle-orm'
import { Secret, TOTP } from 'otpauth'
import { type Db, inTransaction } from '#server/db.server'
import { recoveryCode, session, user } from '#server/schema'
import { keysFor } from '#server/secrets/keys'
import { sessionLifeMs, tokenHash } from './sign-in'

const stepMs = 30_000

/** Time-based one-time codes as authenticator apps make them (RFC 6238: SHA-1, 30 seconds, six digits). */
const totp = (secret: string, issuer = '', label = ''): TOTP =>
  new TOTP({ issuer, label, secret: Secret.fromBase32(secret), algorithm: 'SHA1', digits: 6, period: stepMs / 1000 })

/** A new secret of 160 bits, in the letters an app takes. */
export const newTotpSecret = (): string => new Secret({ size: 20 }).base32

/** The address that an app reads from the picture. */
export const totpAddress = (secret: string, issuer: string, mail: string): string =>
  totp(secret, issuer, mail).toString()

/** The time step whose code it is, one step early or late at most; null where it is none. */
export function stepOfCode(secret: string, code: string, now: number): number | null {
  const token = code.replace(/\s/g, '')
  if (!/^\d{6}$/.test(token)) return null
  const delta = totp(secret).validate({ token, timestamp: now, window: 1 })
  return delta === null ? null : Math.floor(now / stepMs) + delta
}

const codeHash = (userId: number, code: string): string =>
  createHmac('sha256', keysFor('recovery')[0])
    .update(`${userId}:${code.toLowerCase().replace(/[^a-z0-9]/g, '')}`)
    .digest('hex')

/** Ten new recovery codes in place of those before: shown once, only their hashes are kept. */
export function newRecoveryCodes(db: Db, userId: number): string[] {
  const codes = Array.from({ length: 10 }, () => {
    const text = randomBytes(8).toString('hex').slice(0, 12)
    return `${text.slice(0, 4)}-${text.slice(4, 8)}-${text.slice(8)}`
  })
  db.delete(recoveryCode).where(eq(recoveryCode.userId, userId)).run()
  db.insert(recoveryCode)
    .values(codes.map((code) => ({ hash: codeHash(userId, code), userId })))
    .run()
  return codes
}

/** Uses up a code for somebody: of their app, or a recovery code. Whether it was right; the same code is right once. */
export function spendCode(db: Db, userId: number, code: string, now: number): boolean {
  return inTransaction(db, () => {
    const row = db.select({ secret: user.totpSecret }).from(user).where(eq(user.id, userId)).get()
    if (!row || row.secret === '') return false
    const step = stepOfCode(row.secret, code, now)
    if (step !== null) {
      const used = db
        .update(user)
        .set({ totpStep: step })
        .where(and(eq(user.id, userId), lt(user.totpStep, step)))
        .run()
      return used.changes === 1
    }
    const { changes } = db
      .update(recoveryCode)
      .set({ usedAt: now })
      .where(
        and(
          eq(recoveryCode.hash, codeHash(userId, code)),
          eq(recoveryCode.userId, userId),
          isNull(recoveryCode.usedAt),
        ),
      )
      .run()
    return changes === 1
  })
}

/** How many recovery codes somebody has left. */
export const recoveryCodesLeft = (db: Db, userId: number): number =>
  db
    .select({ hash: recoveryCode.hash })
    .from(recoveryCode)
    .where(and(eq(recoveryCode.userId, userId), isNull(recoveryCode.usedAt)))
    .all().length

/** Whose session waits for a code under this token; null where none does. */
export function awaitingCode(db: Db, token: string, now: number): { userId: number; mail: string } | null {
  const found = db
    .select({ userId: user.id, mail: user.mail, expiresAt: session.expiresAt })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .where(and(eq(session.tokenHash, tokenHash(token)), eq(session.awaitsCode, true), isNull(user.deactivatedAt)))
    .get()
  return found && found.expiresAt > now ? { userId: found.userId, mail: found.mail } : null
}

/** The code was right: the session opens, for as long as sessions last. */
export function openAwaiting(db: Db, token: string, now: number): void {
  db.update(session)
    .set({ awaitsCode: false, expiresAt: now + sessionLifeMs(db), seenAt: now })
    .where(eq(session.tokenHash, tokenHash(token)))
    .run()
}
