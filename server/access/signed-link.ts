import { and, eq, isNull } from 'drizzle-orm'
import { linkRefusals } from '#core/access/refusals'
import { refused } from '#core/decision/refusal'
import type { Db } from '#server/db.server'
import { link } from '#server/schema'
import { idOf, signId } from '#server/secrets/keys'

const linkLife = 7 * 24 * 3_600_000

/** Makes a link to one confirmation, good for seven days, and its token. */
export function createLink(db: Db, confirmationId: number, now: number): string {
  const row = db
    .insert(link)
    .values({ confirmationId, expiresAt: now + linkLife })
    .returning({ id: link.id })
    .get()
  return linkToken(row.id)
}

/** The signed token that opens a confirmation’s link. */
export const linkToken = (linkId: number): string => signId(linkId, 'confirmation-link')

/** Why a signed link opens nothing. */
export interface LinkRefused {
  refusal: { code: keyof typeof linkRefusals; message: string }
}

/** The row that a token named, where it still opens at `now` (UTC milliseconds); else why not. For links of every kind. */
export function usable<Row extends { revokedAt: number | null; expiresAt: number }>(
  row: Row | null | undefined,
  now: number,
): { row: Row } | LinkRefused {
  if (!row) return refused(linkRefusals, 'altered')
  if (row.revokedAt !== null) return refused(linkRefusals, 'revoked')
  if (row.expiresAt <= now) return refused(linkRefusals, 'expired')
  return { row }
}

export type OpenedLink = { confirmationId: number } | LinkRefused

/** What a token opens at `now`, or why it opens nothing. */
export function openLink(db: Db, token: string, now: number): OpenedLink {
  const linkId = idOf(token, 'confirmation-link')
  const found = linkId === null ? null : db.select().from(link).where(eq(link.id, linkId)).get()
  const opened = usable(found, now)
  return 'refusal' in opened ? opened : { confirmationId: opened.row.confirmationId }
}

/** Withdraws every link to a confirmation. */
export function revokeLinks(db: Db, confirmationId: number, now: number): void {
  db.update(link)
    .set({ revokedAt: now })
    .where(and(eq(link.confirmationId, confirmationId), isNull(link.revokedAt)))
    .run()
}
