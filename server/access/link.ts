import { createHmac, timingSafeEqual } from 'node:crypto'
import { eq, isNull, and } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { link } from '#server/schema'

const linkLife = 7 * 24 * 3_600_000

/** Makes a link to one confirmation, good for seven days, and its token. */
export function createLink(db: Db, confirmationId: number, secret: string, now: number): string {
  const row = db.insert(link).values({ confirmationId, expiresAt: now + linkLife }).returning({ id: link.id }).get()
  return linkToken(row.id, secret)
}

/** `41.k3J…`: the link's id with a keyed hash (HMAC-SHA-256), so that no other id can be guessed. */
export const linkToken = (linkId: number, secret: string): string => `${linkId}.${signature(linkId, secret)}`

const signature = (linkId: number, secret: string) => createHmac('sha256', secret).update(`confirmation-link:${linkId}`).digest('base64url')

export type OpenedLink = { confirmationId: number } | { refusal: { code: 'altered' | 'expired' | 'revoked'; message: string } }

/** What a token opens at `now`, or why it opens nothing. */
export function openLink(db: Db, token: string, secret: string, now: number): OpenedLink {
  const match = /^(\d{1,12})\.([\w-]{43})$/.exec(token)
  const given = Buffer.from(match?.[2] ?? '')
  const expected = Buffer.from(signature(Number(match?.[1] ?? 0), secret))
  const genuine = match && given.length === expected.length && timingSafeEqual(given, expected)
  const row = genuine ? db.select().from(link).where(eq(link.id, Number(match[1]))).get() : null
  if (!row) return { refusal: { code: 'altered', message: 'This link is not complete or was altered. Open it from the mail again.' } }
  if (row.revokedAt !== null) return { refusal: { code: 'revoked', message: 'This link was withdrawn. Ask us for a new one.' } }
  if (row.expiresAt <= now) return { refusal: { code: 'expired', message: 'This link is past its time. Ask us for a new one.' } }
  return { confirmationId: row.confirmationId }
}

/** Withdraws every link to a confirmation. */
export function revokeLinks(db: Db, confirmationId: number, now: number): void {
  db.update(link).set({ revokedAt: now }).where(and(eq(link.confirmationId, confirmationId), isNull(link.revokedAt))).run()
}
