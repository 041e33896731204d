import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { eq, lt, sql } from 'drizzle-orm'
import { roleName } from '#core/access/access'
import { signInRefusals } from '#core/access/refusals'
import { refused } from '#core/decision/refusal'
import { type Db, prepared } from '#server/db.server'
import { endStreamsOf } from '#server/live/live'
import { logger } from '#server/log/logger'
import { officeOf } from '#server/office/office'
import { ownRole, session, user } from '#server/schema'
import { deviceWords } from './device'
import { countTry, forgetTries } from './guesses'
import type { Viewer } from './viewer'

/** However busy a session is, it ends after so long. */
export const sessionLifeMs = (db: Db): number => officeOf(db).access.lifeDays * 24 * 3_600_000
const noteSeenEveryMs = 60_000

/** Passwords looked at at the same time: each takes 19 MiB and a core, and a core is left to everybody else. */
const maxAtOnce = 1
const maxWaiting = 40
const hashing = { running: 0, waiting: [] as (() => void)[] }

interface SignInRefusal {
  code: 'wrong' | 'too_many_guesses' | 'busy'
  message: string
}
/** `awaitsCode`: the password was right; the code of an authenticator app has to follow before the session opens anything. */
export type SignIn = { token: string; userId: number; awaitsCode: boolean } | { refusal: SignInRefusal }

/** A try to sign in: what was typed, from where, by which browser. */
export interface SignInAttempt {
  mail: string
  password: string
  caller: string
  device?: string | null
  userAgent?: string | null
}

/** Checks email address and password; a session's token when they are right. A wrong address and a wrong password answer alike. */
export async function signIn(db: Db, attempt: SignInAttempt, now: number): Promise<SignIn> {
  const account = attempt.mail.trim().toLowerCase()
  const counted = { account, caller: attempt.caller, device: attempt.device ?? null }
  const early = countTry(db, counted, now)
  const refuse = (code: keyof typeof signInRefusals, facts = {}) =>
    logged(db, refused(signInRefusals, code, facts), counted)
  if (early) return refuse('too_many_guesses', { seconds: Math.ceil(early.waitMs / 1000) })
  const found = db.select().from(user).where(eq(user.mail, account)).get()
  if (hashing.waiting.length >= maxWaiting) return refuse('busy')
  const right = await isPassword(found?.passwordHash ?? '', attempt.password)
  if (!found || !right || found.deactivatedAt !== null) return refuse('wrong')
  const awaitsCode = found.totpSecret !== ''
  if (!awaitsCode) forgetTries(db, counted)
  return { token: openSession(db, found.id, { ...attempt, awaitsCode }, now), userId: found.id, awaitsCode }
}

/** The log names people by id; an address that is nobody's is logged as it was typed. */
function logged(
  db: Db,
  refusal: { refusal: SignInRefusal },
  { account, caller }: { account: string; caller: string },
): SignIn {
  const { code } = refusal.refusal
  const known = db.select({ id: user.id }).from(user).where(eq(user.mail, account)).get()
  logger().warn(
    { code, ...(known ? { userId: known.id } : { account: account.slice(0, 80) }), caller },
    'sign-in refused',
  )
  return refusal
}

/** Whether a password is the one of a hash; an account without one takes as long and says no. */
export const isPassword = (passwordHash: string, password: string): Promise<boolean> =>
  oneOfFew(async () => verify(passwordHash || (await unknownHash()), password).catch(() => false))

/** Waits for a turn: a storm of guesses leaves a core to everybody else. */
async function oneOfFew<T>(work: () => Promise<T>): Promise<T> {
  if (hashing.running >= maxAtOnce) await new Promise<void>((resolve) => hashing.waiting.push(resolve))
  hashing.running += 1
  try {
    return await work()
  } finally {
    hashing.running -= 1
    hashing.waiting.shift()?.()
  }
}

let unknown: Promise<string> | null = null
/** What an unknown address is checked against, so that the time taken tells nothing. */
function unknownHash(): Promise<string> {
  unknown ??= hashPassword(randomBytes(16).toString('hex'))
  return unknown
}

/** Argon2id with the library's defaults (19 MiB, two passes), as OWASP advises. */
export const hashPassword = (password: string): Promise<string> => hash(password)

/** What is kept of a session’s token: from it the token cannot be made. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex')

/** Opens a session; returns its token. One that waits for a code opens nothing, and only for ten minutes. */
export function openSession(
  db: Db,
  userId: number,
  from: { caller: string; userAgent?: string | null; awaitsCode: boolean },
  now: number,
): string {
  const token = randomBytes(32).toString('base64url')
  db.delete(session).where(lt(session.expiresAt, now)).run()
  db.insert(session)
    .values({
      tokenHash: tokenHash(token),
      userId,
      expiresAt: now + (from.awaitsCode ? codeWaitMs : sessionLifeMs(db)),
      seenAt: now,
      startedAt: now,
      device: deviceWords(from.userAgent ?? ''),
      caller: from.caller,
      awaitsCode: from.awaitsCode,
    })
    .run()
  return token
}

/** So long a code may take to be typed after the password. */
const codeWaitMs = 10 * 60_000

/** Ends a session, and the live streams that were opened under it. */
export function signOut(db: Db, token: string): void {
  db.delete(session)
    .where(eq(session.tokenHash, tokenHash(token)))
    .run()
  endStreamsOf(tokenHash(token))
}

const sessionQuery = prepared((db) =>
  db
    .select({
      id: user.id,
      name: user.name,
      mail: user.mail,
      phone: user.phone,
      role: user.role,
      teamId: user.teamId,
      own: { name: ownRole.name, like: ownRole.like, permissions: ownRole.permissions },
      deactivatedAt: user.deactivatedAt,
      needsSecondFactor: sql<boolean>`${user.totpSecret} = ''`.mapWith(Boolean),
      awaitsCode: session.awaitsCode,
      expiresAt: session.expiresAt,
      seenAt: session.seenAt,
    })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .leftJoin(ownRole, eq(ownRole.id, user.ownRoleId))
    .where(eq(session.tokenHash, sql.placeholder('tokenHash')))
    .prepare(),
)

/** Who holds this session token now; null where it is unknown, past, or was left alone for too long. */
export function viewerOf(db: Db, token: string, now: number): Viewer | null {
  const found = sessionQuery(db).get({ tokenHash: tokenHash(token) })
  if (!found || found.awaitsCode || found.deactivatedAt !== null) return null
  const { access } = officeOf(db)
  if (found.expiresAt <= now || found.seenAt + access.idleMinutes * 60_000 <= now) return null
  const { id, name, mail, phone, teamId, seenAt } = found
  if (seenAt < now - noteSeenEveryMs) noteSeen(db, token, now)
  const role = found.own ?? found.role
  const owesSecondFactor = found.needsSecondFactor && access.secondFactorFor.includes(roleName(role))
  return { id, name, mail, phone, role, teamId, owesSecondFactor }
}

/** Somebody who cannot be noted as seen (a full disk) can still read. */
function noteSeen(db: Db, token: string, now: number): void {
  try {
    db.update(session)
      .set({ seenAt: now })
      .where(eq(session.tokenHash, tokenHash(token)))
      .run()
  } catch (error) {
    logger().warn({ err: error }, 'a session could not be noted as used')
  }
}
