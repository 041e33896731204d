import { eq } from 'drizzle-orm'
import { type LinkRefused, usable } from '#server/access/signed-link'
import type { Db } from '#server/db.server'
import { carrierLink } from '#server/schema'
import { idOf, signId } from '#server/secrets/keys'

const linkLife = 14 * 24 * 3_600_000

/** Makes a link for a carrier to send documents or sign the agreement; good for fourteen days. */
export function createRequestLink(
  db: Db,
  link: Pick<typeof carrierLink.$inferInsert, 'carrierId' | 'purpose' | 'kinds' | 'sentTo' | 'askedBy'>,
  now: number,
): number {
  return db
    .insert(carrierLink)
    .values({ ...link, askedAt: now, expiresAt: now + linkLife })
    .returning({ id: carrierLink.id })
    .get().id
}

/** The signed token that opens a carrier’s link. */
export const requestLinkToken = (linkId: number): string => signId(linkId, 'carrier-link')

export type OpenedRequestLink = typeof carrierLink.$inferSelect | LinkRefused

/** What a token opens at `now`, or why it opens nothing. */
export function openRequestLink(db: Db, token: string, now: number): OpenedRequestLink {
  const linkId = idOf(token, 'carrier-link')
  const found = linkId === null ? null : db.select().from(carrierLink).where(eq(carrierLink.id, linkId)).get()
  const opened = usable(found, now)
  return 'refusal' in opened ? opened : opened.row
}
