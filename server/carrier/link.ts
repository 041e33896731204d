import { createHmac, timingSafeEqual } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { carrierLink } from '#server/schema'

const linkLife = 14 * 24 * 3_600_000

/** Makes a link for a carrier to send papers or sign the agreement; good for fourteen days. */
export function createCarrierLink(db: Db, link: Pick<typeof carrierLink.$inferInsert, 'carrierId' | 'purpose' | 'kinds' | 'sentTo' | 'askedBy'>, now: number): number {
  return db.insert(carrierLink).values({ ...link, askedAt: now, expiresAt: now + linkLife }).returning({ id: carrierLink.id }).get().id
}

const signature = (linkId: number, secret: string) => createHmac('sha256', secret).update(`carrier-link:${linkId}`).digest('base64url')

/** `7.q9…`: the link's id with a keyed hash, so that no other can be guessed. */
export const carrierLinkToken = (linkId: number, secret: string): string => `${linkId}.${signature(linkId, secret)}`

export type OpenedCarrierLink = typeof carrierLink.$inferSelect | { refusal: { code: 'altered' | 'expired' | 'revoked'; message: string } }

/** What a token opens at `now`, or why it opens nothing. */
export function openCarrierLink(db: Db, token: string, secret: string, now: number): OpenedCarrierLink {
  const match = /^(\d{1,12})\.([\w-]{43})$/.exec(token)
  const given = Buffer.from(match?.[2] ?? '')
  const expected = Buffer.from(signature(Number(match?.[1] ?? 0), secret))
  const genuine = match && given.length === expected.length && timingSafeEqual(given, expected)
  const row = genuine ? db.select().from(carrierLink).where(eq(carrierLink.id, Number(match[1]))).get() : null
  if (!row) return { refusal: { code: 'altered', message: 'This link is not complete or was altered. Open it from the mail again.' } }
  if (row.revokedAt !== null) return { refusal: { code: 'revoked', message: 'This link was withdrawn. Ask us for a new one.' } }
  if (row.expiresAt <= now) return { refusal: { code: 'expired', message: 'This link is past its time. Ask us for a new one.' } }
  return row
}
