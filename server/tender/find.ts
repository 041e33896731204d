import { and, desc, eq, gte, lt, sql } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { partner, tender, tenderNotice } from '#server/schema'

const offered = 4
/** Shorter beginnings of a number are of too many tenders. */
const shortest = 3

/** Tenders whose number begins with what was typed, the newest first, each with the load it became and the notice that waits for an answer. */
export function findTenders(db: Db, typed: string) {
  const number = typed.trim().toUpperCase()
  if (number.length < shortest || /\s/.test(number)) return []
  const waiting = sql<number | null>`(select max(${tenderNotice.id}) from ${tenderNotice}
    where ${tenderNotice.tenderId} = ${tender.id} and ${tenderNotice.state} = 'open')`
  return db
    .select({
      id: tender.id,
      shipmentId: tender.shipmentId,
      partnerName: partner.name,
      state: tender.state,
      loadId: tender.loadId,
      waitingNoticeId: waiting,
    })
    .from(tender)
    .innerJoin(partner, eq(partner.id, tender.partnerId))
    .where(and(gte(tender.shipmentId, number), lt(tender.shipmentId, `${number}\uffff`)))
    .orderBy(desc(tender.id))
    .limit(offered)
    .all()
}
