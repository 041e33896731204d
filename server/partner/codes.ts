import { and, eq, sql } from 'drizzle-orm'
import type { CodeUsed } from '#core/tender/codes-used'
import { type Db, prepared } from '#server/db.server'
import { noticeCode, partnerCode } from '#server/schema'

export type PartnerCode = typeof partnerCode.$inferSelect

/** Whether a person has said what a code is with us. */
export const isMapped = (code: Pick<PartnerCode, 'customerId' | 'facilityId' | 'equipment'>): boolean =>
  code.customerId !== null || code.facilityId !== null || code.equipment !== null

const knownCodes = prepared((db) =>
  db
    .select()
    .from(partnerCode)
    .where(
      and(
        eq(partnerCode.partnerId, sql.placeholder('partnerId')),
        sql`${partnerCode.code} in (select value from json_each(${sql.placeholder('codes')}))`,
      ),
    )
    .prepare(),
)
const noteQuery = prepared((db) =>
  db
    .insert(noticeCode)
    .values({ noticeId: sql.placeholder('noticeId'), codeId: sql.placeholder('codeId') })
    .onConflictDoNothing()
    .prepare(),
)

/** The rows of the codes a tender uses; those never seen before are written down, to be mapped. */
export function seeCodes(db: Db, partnerId: number, used: readonly CodeUsed[], now: number): PartnerCode[] {
  if (used.length === 0) return []
  const known = knownCodes(db).all({ partnerId, codes: JSON.stringify(used.map(({ code }) => code)) })
  return used.map((each) => {
    const row = known.find(({ kind, code }) => kind === each.kind && code === each.code)
    if (!row)
      return db
        .insert(partnerCode)
        .values({ ...each, partnerId, firstSeenAt: now })
        .returning()
        .get()
    if (each.said !== '' && each.said !== row.said)
      db.update(partnerCode).set({ said: each.said }).where(eq(partnerCode.id, row.id)).run()
    return row
  })
}

/** Notes which codes a notice rests on. */
export function noteCodes(db: Db, noticeId: number, codes: readonly PartnerCode[]): void {
  for (const { id } of codes) noteQuery(db).run({ noticeId, codeId: id })
}

/** The codes of a notice, as they are mapped now. */
export const codesOf = (db: Db, noticeId: number): PartnerCode[] =>
  db
    .select({ code: partnerCode })
    .from(noticeCode)
    .innerJoin(partnerCode, eq(partnerCode.id, noticeCode.codeId))
    .where(eq(noticeCode.noticeId, noticeId))
    .all()
    .map(({ code }) => code)
