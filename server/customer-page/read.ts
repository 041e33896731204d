import { and, desc, eq, gt, sql } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { customerLogWords } from '#core/customer/log-words'
import { customerSubject } from '#server/customer/subject'
import type { Db } from '#server/db.server'
import { documentsOf } from '#server/document/documents'
import { eventsOf, happened } from '#server/event/event'
import { loadsById } from '#server/load/list'
import { customer, customerContact, load, quote, tender, tenderNotice } from '#server/schema'

const year = 365 * 86_400_000
const latest = 25
const shownEvents = 50

/** A customer as its page shows it; null where there is no such customer. */
export function readCustomerPage(db: Db, customerId: number, now: number) {
  const facts = customerSubject.read(db, customerId, { now, by: system('page') }, null)
  if (!facts) return null
  const [row] = db
    .select({ prospect: customer.prospect, hold: customer.hold })
    .from(customer)
    .where(eq(customer.id, customerId))
    .all()
  const contacts = db
    .select({
      id: customerContact.id,
      name: customerContact.name,
      role: customerContact.role,
      phone: customerContact.phone,
      mail: customerContact.mail,
      receives: customerContact.receives,
    })
    .from(customerContact)
    .where(eq(customerContact.customerId, customerId))
    .orderBy(customerContact.name)
    .all()
  return {
    id: customerId,
    own: facts.own,
    prospect: row?.prospect ?? false,
    hold: row?.hold ?? null,
    contacts,
    documents: documentsOf(db, { customerId }).map(({ storedAs: _, ...document }) => document),
    year: yearOf(db, customerId, now - year),
    freight: freightOf(db, customerId, now - year),
    loads: loadsById(db, latestLoads(db, customerId)),
    quotes: quotesOf(db, customerId),
    tenders: tendersOf(db, customerId),
    log: eventsOf(db, 'customer', customerId, shownEvents).map(({ id, at, actorName, kind, data }) => ({
      id,
      at,
      by: actorName,
      words: customerLogWords(happened<'customer'>({ kind, data })),
    })),
  }
}

export type CustomerPage = NonNullable<ReturnType<typeof readCustomerPage>>

const latestLoads = (db: Db, customerId: number): number[] =>
  db
    .select({ id: load.id })
    .from(load)
    .where(eq(load.customerId, customerId))
    .orderBy(desc(load.createdAt))
    .limit(latest)
    .all()
    .map(({ id }) => id)

const since = (customerId: number, from: number) =>
  and(eq(load.customerId, customerId), gt(load.createdAt, from), eq(load.practice, false))

/** What a year came to: loads, and what was sold and kept of those that a carrier took. */
function yearOf(db: Db, customerId: number, from: number) {
  const isHauled = sql`${load.payMinor} is not null and ${load.state} <> 'cancelled'`
  const [row] = db
    .select({
      loads: sql<number>`count(*)`,
      hauled: sql<number>`coalesce(sum(${isHauled}), 0)`,
      soldMinor: sql<number>`coalesce(sum(case when ${isHauled} then ${load.sellMinor} end), 0)`,
      paidMinor: sql<number>`coalesce(sum(case when ${isHauled} then ${load.payMinor} end), 0)`,
    })
    .from(load)
    .where(since(customerId, from))
    .all()
  return row!
}

/** What they usually ship, the most frequent first. */
const freightOf = (db: Db, customerId: number, from: number) =>
  db
    .select({
      commodity: load.commodity,
      equipment: load.equipment,
      originCity: load.originCity,
      originRegion: load.originRegion,
      destCity: load.destCity,
      destRegion: load.destRegion,
      times: sql<number>`count(*)`,
      weightLb: sql<number>`round(avg(${load.weightLb}))`,
    })
    .from(load)
    .where(since(customerId, from))
    .groupBy(load.commodity, load.equipment, load.originCity, load.originRegion, load.destCity, load.destRegion)
    .orderBy(desc(sql`count(*)`), load.commodity)
    .limit(6)
    .all()

const quotesOf = (db: Db, customerId: number) =>
  db
    .select({
      id: quote.id,
      number: quote.number,
      title: quote.title,
      createdAt: quote.createdAt,
      validUntil: quote.validUntil,
    })
    .from(quote)
    .where(eq(quote.customerId, customerId))
    .orderBy(desc(quote.createdAt))
    .limit(5)
    .all()

const tendersOf = (db: Db, customerId: number) =>
  db
    .select({
      id: tenderNotice.id,
      shipmentId: tender.shipmentId,
      purpose: tenderNotice.purpose,
      state: tenderNotice.state,
      receivedAt: tenderNotice.receivedAt,
      loadId: tender.loadId,
    })
    .from(tenderNotice)
    .innerJoin(tender, eq(tender.id, tenderNotice.tenderId))
    .where(eq(tenderNotice.customerId, customerId))
    .orderBy(desc(tenderNotice.receivedAt))
    .limit(5)
    .all()
