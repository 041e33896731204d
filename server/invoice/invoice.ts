import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import { chargeSheet, oneCurrency } from '#core/charge/charge'
import type { Tender } from '#core/tender/tender'
import { dayOf, toLocal } from '#core/time/local'
import type { InvoiceParty } from '#core/x12/write-sets'
import type { Db } from '#server/db.server'
import { stopsOf } from '#server/load/stops'
import { officeOf } from '#server/office/office'
import { charge, customer, load, stopEvent, tender, tenderNotice } from '#server/schema'
import { partnerOfLoad } from '#server/tender/join'

const payer = alias(customer, 'payer')

/** What an invoice of a load would say, with everything that is missing for it, each in words. */
export function invoiceOf(db: Db, loadId: number, now: number) {
  const own = db
    .select({ load, customer, payer })
    .from(load)
    .innerJoin(customer, eq(customer.id, load.customerId))
    .innerJoin(payer, eq(payer.id, sql`coalesce(${load.payerId}, ${load.customerId})`))
    .where(eq(load.id, loadId))
    .get()
  if (!own) return null
  const joined = partnerOfLoad(db, loadId)
  const stops = stopsOf(db, loadId)
  const charges = db
    .select()
    .from(charge)
    .where(and(eq(charge.loadId, loadId), eq(charge.side, 'sell')))
    .orderBy(asc(charge.id))
    .all()
  const sheet = chargeSheet(charges, own.load)
  const last = stops.at(-1)!
  const arrivals = db
    .select()
    .from(stopEvent)
    .where(
      and(
        eq(stopEvent.loadId, loadId),
        eq(stopEvent.sequence, last.stop.sequence),
        inArray(stopEvent.kind, ['arrived', 'departed']),
      ),
    )
    .orderBy(desc(stopEvent.id))
    .all()
  const tendered =
    standingTender(db, loadId) ?? (joined ? lastTender(db, joined.partner.id, own.load.customerId) : null)
  const billTo = payerOf(own.payer, own.load.payerId === null ? tendered : null)
  const used = own.load.state === 'cancelled' && charges.some(({ kind }) => kind === 'truck_ordered_not_used')
  const deliveredOn = arrivals[0]?.atLocal.slice(0, 10) ?? (used ? dayOf(toLocal(now, officeOf(db).zone)) : null)
  const missing = [
    charges.length === 0 || sheet.totalMinor <= 0 ? 'the sell charges' : '',
    charges.length > 0 && !oneCurrency(charges) ? 'one currency for all charges' : '',
    own.payer.billingMail ? '' : `somebody to bill: ${own.payer.name} has no billing email`,
    joined && deliveredOn === null ? 'when it was delivered: note the arrival at the last stop' : '',
    joined && billTo.city === '' ? 'the town of who pays' : '',
    own.load.state === 'delivered' ? 'the signed proof of delivery: mark the paperwork in' : '',
  ].filter(Boolean)
  return { own, joined, stops, charges, sheet, deliveredOn, billTo, missing }
}

/** The tender whose terms the load has, where it came of one. */
function standingTender(db: Db, loadId: number): Tender | null {
  const row = db
    .select({ tendered: tenderNotice.tender })
    .from(tenderNotice)
    .innerJoin(tender, eq(tender.standingNoticeId, tenderNotice.id))
    .where(eq(tender.loadId, loadId))
    .get()
  return row?.tendered ?? null
}

/** The last tender that this partner sent for the customer: who pays is there too. */
function lastTender(db: Db, partnerId: number, customerId: number): Tender | null {
  const row = db
    .select({ tendered: tenderNotice.tender })
    .from(tenderNotice)
    .where(and(eq(tenderNotice.partnerId, partnerId), eq(tenderNotice.customerId, customerId)))
    .orderBy(desc(tenderNotice.id))
    .limit(1)
    .get()
  return row?.tendered ?? null
}

/** Who pays, as the tender says it; where it came another way, as far as we know the customer. */
function payerOf(own: typeof customer.$inferSelect, tendered: Tender | null): InvoiceParty {
  const said = tendered?.parties.find(({ role }) => role === 'bill_to' || role === 'freight_payer' || role === 'payer')
  if (said)
    return {
      name: said.name,
      code: said.code,
      street: '',
      city: said.city ?? own.city,
      region: said.region ?? own.region,
      postal: said.postal ?? '',
      country: said.country ?? 'US',
    }
  return { name: own.name, code: null, street: '', city: own.city, region: own.region, postal: '', country: 'US' }
}
