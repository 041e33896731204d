import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { eq, lt } from 'drizzle-orm'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { type Db, prepared } from '#server/db.server'
import { session, user } from '#server/schema'
import { sql } from 'drizzle-orm'
import type { Viewer } from './viewer'

const sessionLife = 14 * 24 * 3_600_000

/** Ten wrong guesses in a quarter of an hour for one mail address, fifty for one caller. */
const guessWindowSeconds = 15 * 60
const held = globalThis as { oxGuesses?: { mail: RateLimiterMemory; caller: RateLimiterMemory } }
const guesses = () => {
  held.oxGuesses ??= {
    mail: new RateLimiterMemory({ points: 10, duration: guessWindowSeconds }),
    caller: new RateLimiterMemory({ points: 50, duration: guessWindowSeconds }),
  }
  return held.oxGuesses
}

export type SignIn = { token: string } | { refusal: { code: 'wrong' | 'too_many_guesses'; message: string } }

/** Checks mail and password; a session's token when they are right. Wrong mail and wrong password answer alike. */
export async function signIn(db: Db, attempt: { mail: string; password: string; caller: string }, now: number): Promise<SignIn> {
  const mail = attempt.mail.trim().toLowerCase()
  const limits = guesses()
  const spent = await Promise.all([limits.mail.get(mail), limits.caller.get(attempt.caller)])
  if ((spent[0]?.consumedPoints ?? 0) >= 10 || (spent[1]?.consumedPoints ?? 0) >= 50) {
    return { refusal: { code: 'too_many_guesses', message: 'Too many wrong guesses. Wait a quarter of an hour.' } }
  }
  const found = db.select().from(user).where(eq(user.mail, mail)).get()
  // A hash is checked even for an unknown mail, so that the time taken tells nothing.
  const right = await verify(found?.passwordHash ?? (await unknownHash()), attempt.password).catch(() => false)
  if (!found || !right) {
    await Promise.all([limits.mail.consume(mail), limits.caller.consume(attempt.caller)]).catch(() => undefined)
    return { refusal: { code: 'wrong', message: 'Mail address or password is not right.' } }
  }
  await limits.mail.delete(mail)
  return { token: openSession(db, found.id, now) }
}

let unknown: Promise<string> | null = null
const unknownHash = () => (unknown ??= hashPassword(randomBytes(16).toString('hex')))

/** Argon2id with the library's defaults (19 MiB, two passes), as OWASP advises. */
export const hashPassword = (password: string): Promise<string> => hash(password)

const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex')

function openSession(db: Db, userId: number, now: number): string {
  const token = randomBytes(32).toString('base64url')
  db.delete(session).where(lt(session.expiresAt, now)).run()
  db.insert(session).values({ tokenHash: tokenHash(token), userId, expiresAt: now + sessionLife }).run()
  return token
}

export function signOut(db: Db, token: string): void {
  db.delete(session).where(eq(session.tokenHash, tokenHash(token))).run()
}

const sessionQuery = prepared((db) =>
  db
    .select({ id: user.id, name: user.name, mail: user.mail, phone: user.phone, role: user.role, expiresAt: session.expiresAt })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .where(eq(session.tokenHash, sql.placeholder('tokenHash')))
    .prepare(),
)

/** Who holds this session token now; null where it is unknown or past. */
export function viewerOf(db: Db, token: string, now: number): Viewer | null {
  const found = sessionQuery(db).get({ tokenHash: tokenHash(token) })
  if (!found || found.expiresAt <= now) return null
  const { expiresAt: _, ...viewer } = found
  return viewer
}
