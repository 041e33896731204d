import { and, eq, inArray, sql } from 'drizzle-orm'
import type { CodeUsed } from '#core/tender/codes-used'
import type { Db } from '#server/db.server'
import { noticeCode, partnerCode } from '#server/schema'

export type PartnerCode = typeof partnerCode.$inferSelect

/** Whether a person has said what a code is with us. */
export const isMapped = (code: Pick<PartnerCode, 'customerId' | 'facilityId' | 'equipment'>): boolean => code.customerId !== null || code.facilityId !== null || code.equipment !== null

/** The rows of the codes a tender uses; those never seen before are written down, to be mapped. */
export function seeCodes(db: Db, partnerId: number, used: readonly CodeUsed[], now: number): PartnerCode[] {
  if (used.length === 0) return []
  db.insert(partnerCode).values(used.map((each) => ({ ...each, partnerId, firstSeenAt: now }))).onConflictDoUpdate({ target: [partnerCode.partnerId, partnerCode.kind, partnerCode.code], set: { said: sql`case when excluded.said = '' then ${partnerCode.said} else excluded.said end` } }).run()
  const rows = db.select().from(partnerCode).where(and(eq(partnerCode.partnerId, partnerId), inArray(partnerCode.code, used.map(({ code }) => code)))).all()
  return used.flatMap((each) => rows.filter((row) => row.kind === each.kind && row.code === each.code))
}

/** Notes which codes a notice rests on. */
export function noteCodes(db: Db, noticeId: number, codes: readonly PartnerCode[]): void {
  if (codes.length > 0) db.insert(noticeCode).values(codes.map(({ id }) => ({ noticeId, codeId: id }))).onConflictDoNothing().run()
}

/** The codes of a notice, as they are mapped now. */
export const codesOf = (db: Db, noticeId: number): PartnerCode[] => db.select({ code: partnerCode }).from(noticeCode).innerJoin(partnerCode, eq(partnerCode.id, noticeCode.codeId)).where(eq(noticeCode.noticeId, noticeId)).all().map(({ code }) => code)
