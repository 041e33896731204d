import { and, eq } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { createFacility } from '#server/facility/facilities'
import { noticeCode, partner, partnerCode, tenderNotice } from '#server/schema'
import { assess, customerOf, equipmentOf } from '#server/tender-facts/assess'
import { codesOf } from './codes'

/** What a code is mapped to: columns of ours, or a facility that is made with it; nothing takes the mapping away. */
export type Mapping =
  | { is: 'ours'; columns: Partial<Pick<typeof partnerCode.$inferInsert, 'customerId' | 'facilityId' | 'equipment'>> }
  | { is: 'new_facility'; facility: Parameters<typeof createFacility>[1] }
  | { is: 'nothing' }

/** Writes what a code is from now on, and brings the tenders that wait with it up to date. */
export function writeMapping(db: Db, codeId: number, mapping: Mapping, { now, by }: Act): void {
  const isMapped = mapping.is !== 'nothing'
  db.update(partnerCode)
    .set({
      customerId: null,
      facilityId: null,
      equipment: null,
      ...columnsOf(db, mapping),
      mappedBy: isMapped ? by.name : null,
      mappedAt: isMapped ? now : null,
    })
    .where(eq(partnerCode.id, codeId))
    .run()
  recalculate(db, codeId, now)
}

function columnsOf(db: Db, mapping: Mapping) {
  if (mapping.is === 'ours') return mapping.columns
  return mapping.is === 'new_facility' ? { facilityId: createFacility(db, mapping.facility).id } : {}
}

/** Open notices with the code: their customer, equipment and grounds, as they come out now. */
function recalculate(db: Db, codeId: number, now: number): void {
  const open = db
    .select({ notice: tenderNotice, partner })
    .from(noticeCode)
    .innerJoin(tenderNotice, eq(tenderNotice.id, noticeCode.noticeId))
    .innerJoin(partner, eq(partner.id, tenderNotice.partnerId))
    .where(and(eq(noticeCode.codeId, codeId), eq(tenderNotice.state, 'open')))
    .limit(500)
    .all()
  for (const { notice, partner: from } of open) {
    const codes = codesOf(db, notice.id)
    const equipment = equipmentOf(codes, notice.tender)
    const facts = equipment === notice.facts.equipment ? notice.facts : assess(db, notice.tender, equipment, now)
    db.update(tenderNotice)
      .set({ customerId: customerOf(codes, from), facts })
      .where(eq(tenderNotice.id, notice.id))
      .run()
  }
}
