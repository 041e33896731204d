import { and, asc, eq, gte, inArray, sql } from 'drizzle-orm'
import { tenderMargins } from '#core/tender/facts'
import { day, dayOf, toInstant, toLocal } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { customer, exchangeDocument, load, partner, site, tender, tenderNotice } from '#server/schema'
import { tenderBand } from '#server/tender-facts/assess'

const openQuery = prepared((db) =>
  db
    .select({
      notice: tenderNotice,
      tenderState: tender.state,
      partnerName: partner.name,
      onExpiry: partner.onExpiry,
      customerName: customer.name,
      hold: customer.hold,
      loadNumber: load.number,
    })
    .from(tenderNotice)
    .innerJoin(tender, eq(tender.id, tenderNotice.tenderId))
    .innerJoin(partner, eq(partner.id, tenderNotice.partnerId))
    .leftJoin(customer, eq(customer.id, tenderNotice.customerId))
    .leftJoin(load, eq(load.id, tender.loadId))
    .where(eq(tenderNotice.state, 'open'))
    .orderBy(asc(tenderNotice.respondBy), asc(tenderNotice.id))
    .prepare(),
)

const unknownQuery = prepared((db) =>
  db.$client.prepare<[], { noticeId: number; count: number }>(
    `select notice_code.notice_id noticeId, count(*) count from notice_code join tender_notice on tender_notice.id = notice_code.notice_id join partner_code on partner_code.id = notice_code.code_id
     where tender_notice.state = 'open' and partner_code.customer_id is null and partner_code.facility_id is null and partner_code.equipment is null group by notice_code.notice_id`,
  ),
)

/** Everything that waits for an answer, the oldest promise first, and how today went. */
export function readIntake(db: Db, now: number) {
  const unknown = new Map(
    unknownQuery(db)
      .all()
      .map(({ noticeId, count }) => [noticeId, count]),
  )
  const rows = openQuery(db)
    .all()
    .map(({ notice, ...around }) => intakeRow(db, notice, around, unknown.get(notice.id) ?? 0, now))
  return { rows, today: todaysAnswers(db, now), troubles: troubles(db), rejected: rejectedLately(db, now) }
}

function intakeRow(
  db: Db,
  notice: typeof tenderNotice.$inferSelect,
  around: {
    tenderState: string
    partnerName: string
    onExpiry: string
    customerName: string | null
    hold: string | null
    loadNumber: string | null
  },
  unknownCodes: number,
  now: number,
) {
  const { facts } = notice
  const band = tenderBand(db, facts, now) ?? facts.band
  const margins = tenderMargins({ ...facts, band })
  const [first, last] = [notice.tender.stops[0], notice.tender.stops.at(-1)]
  return {
    id: notice.id,
    shipmentId: notice.tender.shipmentId ?? '',
    purpose: notice.purpose,
    changesLoad: around.tenderState === 'accepted' ? around.loadNumber : null,
    practice: notice.practice,
    respondBy: notice.respondBy,
    receivedAt: notice.receivedAt,
    onExpiry: around.onExpiry,
    customerName: around.customerName ?? around.partnerName,
    held: around.hold !== null,
    origin: facts.origin
      ? `${facts.origin.city} ${facts.origin.region}`
      : [first?.city, first?.region].filter(Boolean).join(' ') || 'not given',
    dest: facts.dest
      ? `${facts.dest.city} ${facts.dest.region}`
      : [last?.city, last?.region].filter(Boolean).join(' ') || 'not given',
    equipment: facts.equipment,
    miles: facts.miles === null ? null : Math.round(facts.miles),
    pickupAt: facts.pickupAt,
    zone: facts.origin?.zone ?? officeOf(db).zone,
    lateMs: facts.lateMs,
    chargeMinor: facts.chargeMinor,
    currency: facts.currency ?? 'USD',
    band: band
      ? {
          lowMinor: band.lowMinor,
          middleMinor: band.middleMinor,
          highMinor: band.highMinor,
          comparables: band.comparables,
          newestAt: band.newestAt,
          basis: band.basis,
        }
      : null,
    margin: margins?.middle ?? null,
    unknownCodes,
  }
}

export type IntakeRow = ReturnType<typeof intakeRow>

/** How many were answered since midnight at the desk, and how. */
function todaysAnswers(db: Db, now: number): { accepted: number; declined: number; lapsed: number; byRule: number } {
  const midnight = toInstant(`${dayOf(toLocal(now, officeOf(db).zone))}T00:00`, officeOf(db).zone)
  const row = db
    .select({
      accepted: sql<number>`coalesce(sum(state = 'accepted'), 0)`,
      declined: sql<number>`coalesce(sum(state = 'declined'), 0)`,
      lapsed: sql<number>`coalesce(sum(state = 'lapsed'), 0)`,
      byRule: sql<number>`coalesce(sum(answered_by_rule), 0)`,
    })
    .from(tenderNotice)
    .where(and(gte(tenderNotice.answeredAt, midnight), inArray(tenderNotice.state, ['accepted', 'declined', 'lapsed'])))
    .get()
  return row ?? { accepted: 0, declined: 0, lapsed: 0, byRule: 0 }
}

/** Partners that cannot be reached or read just now. */
function troubles(db: Db): { partnerId: number; name: string; problem: string }[] {
  const ways = db
    .select({ partnerId: partner.id, name: partner.name, problem: partner.problem })
    .from(partner)
    .where(sql`problem is not null`)
    .all()
  const sites = db
    .select({ partnerId: partner.id, name: partner.name, problem: site.problem })
    .from(site)
    .innerJoin(partner, eq(partner.id, site.partnerId))
    .where(sql`${site.problem} is not null`)
    .all()
  return [...ways, ...sites].map((each) => ({ ...each, problem: each.problem ?? '' }))
}

const rejectedDays = 3

/** Documents of ours that partners rejected lately: an answer among them may not have counted. */
function rejectedLately(db: Db, now: number): number {
  return (
    db
      .select({ count: sql<number>`count(*)` })
      .from(exchangeDocument)
      .where(and(sql`ack_verdict in ('R', 'P')`, gte(exchangeDocument.at, now - rejectedDays * day)))
      .get()?.count ?? 0
  )
}
