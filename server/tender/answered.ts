import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm'
import { tenderMargins } from '#core/tender/facts'
import type { Db } from '#server/db.server'
import { customer, load, partner, tender, tenderNotice } from '#server/schema'

const most = 300

/** What was answered lately, or ran out, and by whom: a person, a rule by its name, the clock. */
export function readAnswered(db: Db, onlyRules: boolean) {
  return db
    .select({
      notice: tenderNotice,
      partnerName: partner.name,
      customerName: customer.name,
      loadId: tender.loadId,
      loadNumber: load.number,
    })
    .from(tenderNotice)
    .innerJoin(tender, eq(tender.id, tenderNotice.tenderId))
    .innerJoin(partner, eq(partner.id, tenderNotice.partnerId))
    .leftJoin(customer, eq(customer.id, tenderNotice.customerId))
    .leftJoin(load, eq(load.id, tender.loadId))
    .where(
      and(
        isNotNull(tenderNotice.answeredAt),
        inArray(tenderNotice.state, ['accepted', 'declined', 'lapsed']),
        onlyRules ? eq(tenderNotice.answeredByRule, true) : undefined,
      ),
    )
    .orderBy(desc(tenderNotice.answeredAt))
    .limit(most)
    .all()
    .map(({ notice, ...around }) => ({
      id: notice.id,
      shipmentId: notice.tender.shipmentId ?? '',
      purpose: notice.purpose,
      state: notice.state,
      answeredAt: notice.answeredAt!,
      answeredBy: notice.answeredBy ?? '',
      byRule: notice.answeredByRule,
      reasonCode: notice.reasonCode,
      documentId: notice.documentId,
      customerName: around.customerName ?? around.partnerName,
      lane: [notice.facts.origin, notice.facts.dest]
        .map((point) => (point ? `${point.city} ${point.region}` : '?'))
        .join(' to '),
      chargeMinor: notice.facts.chargeMinor,
      margin: tenderMargins(notice.facts)?.middle ?? null,
      loadId: notice.state === 'accepted' ? around.loadId : null,
      loadNumber: around.loadNumber,
    }))
}
