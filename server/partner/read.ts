import { and, asc, count, desc, eq, gt, isNotNull, max, sql } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { customer, exchange, facility, noticeCode, partner, partnerCode, site, tenderNotice } from '#server/schema'
import { findPartner } from './partners'

/** All partners, with what came last and what waits. */
export function partnersOverview(db: Db) {
  return db
    .select({
      id: partner.id,
      name: partner.name,
      transport: partner.transport,
      usage: partner.usage,
      version: partner.version,
      theirId: partner.theirId,
      paused: partner.paused,
      problem: partner.problem,
      onExpiry: partner.onExpiry,
      siteProblem: site.problem,
      lastAt: sql<
        number | null
      >`(select at from exchange_document where exchange_document.partner_id = ${sql.raw('partner.id')} and direction = 'in' order by at desc limit 1)`,
      open: sql<number>`(select count(*) from tender_notice where tender_notice.partner_id = ${sql.raw('partner.id')} and tender_notice.state = 'open')`,
      unmapped: sql<number>`(select count(*) from partner_code where partner_code.partner_id = ${sql.raw('partner.id')} and customer_id is null and facility_id is null and equipment is null)`,
    })
    .from(partner)
    .leftJoin(site, eq(site.partnerId, partner.id))
    .orderBy(asc(partner.name))
    .all()
}

/** A partner with its codes, each with what it is and how often it was used, and its sequence; null where there is none. */
export function readPartner(db: Db, partnerId: number) {
  const own = findPartner(db, partnerId)
  if (!own) return null
  const uses = db
    .select({ codeId: noticeCode.codeId, times: count().as('times'), last: max(noticeCode.noticeId).as('last') })
    .from(noticeCode)
    .groupBy(noticeCode.codeId)
    .as('uses')
  const codes = db
    .select({
      id: partnerCode.id,
      kind: partnerCode.kind,
      code: partnerCode.code,
      said: partnerCode.said,
      equipment: partnerCode.equipment,
      customerName: customer.name,
      facilityName: facility.name,
      facilityAddress: facility.address,
      facilityCity: facility.city,
      facilityRegion: facility.region,
      mappedBy: partnerCode.mappedBy,
      mappedAt: partnerCode.mappedAt,
      times: uses.times,
      lastShipment: sql<string | null>`${tenderNotice.tender} ->> '$.shipmentId'`,
    })
    .from(partnerCode)
    .leftJoin(customer, eq(customer.id, partnerCode.customerId))
    .leftJoin(facility, eq(facility.id, partnerCode.facilityId))
    .leftJoin(uses, eq(uses.codeId, partnerCode.id))
    .leftJoin(tenderNotice, eq(tenderNotice.id, uses.last))
    .where(eq(partnerCode.partnerId, partnerId))
    .orderBy(
      sql`coalesce(${partnerCode.customerId}, ${partnerCode.facilityId}, ${partnerCode.equipment}) is not null`,
      asc(partnerCode.kind),
      asc(partnerCode.code),
    )
    .all()
  const owned = db.select().from(site).where(eq(site.partnerId, partnerId)).get() ?? null
  const { secret, ...shown } = own
  const owner =
    own.customerId === null
      ? null
      : (db
          .select({ id: customer.id, name: customer.name, city: customer.city, region: customer.region })
          .from(customer)
          .where(eq(customer.id, own.customerId))
          .get() ?? null)
  return {
    partner: shown,
    owner,
    secret,
    codes,
    sequence: sequenceOf(db, partnerId),
    site: owned && { ...owned, page: owned.page?.slice(0, 20_000) ?? null },
  }
}

export type PartnerPage = NonNullable<ReturnType<typeof readPartner>>

/** The control numbers that came: how many, the highest, and those still missing below it. */
function sequenceOf(db: Db, partnerId: number): { received: number; highest: number | null; missing: number[] } {
  const numbers = db
    .selectDistinct({ control: exchange.control })
    .from(exchange)
    .where(
      and(
        eq(exchange.partnerId, partnerId),
        eq(exchange.direction, 'in'),
        isNotNull(exchange.control),
        gt(exchange.control, 0),
      ),
    )
    .orderBy(desc(exchange.control))
    .limit(1000)
    .all()
    .map(({ control }) => control!)
  const missing = numbers
    .slice(1)
    .flatMap((number, at) =>
      Array.from({ length: Math.min(50, numbers[at]! - number - 1) }, (_, gap) => number + gap + 1),
    )
  return {
    received: numbers.length,
    highest: numbers[0] ?? null,
    missing: missing.sort((one, other) => one - other).slice(0, 50),
  }
}
