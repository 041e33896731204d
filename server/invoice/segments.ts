import { and, eq } from 'drizzle-orm'
import { chargeKindWords } from '#core/charge/words'
import { specialChargeCodes } from '#core/charge/x12'
import { dayOf, toLocal } from '#core/time/local'
import { type InvoiceParty, invoiceSegments } from '#core/x12/write-sets'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { partnerCode, reference } from '#server/schema'
import type { partnerOfLoad } from '#server/tender/join'
import type { invoiceOf } from './invoice'

/** X12 element 128 for our references. */
const qualifiers: Record<(typeof reference.$inferSelect)['kind'], string> = {
  purchase_order: 'PO',
  customer_order: 'CO',
  pickup_number: 'PU',
  delivery_number: 'DO',
  bill_of_lading: 'BM',
  contract_number: 'CT',
  other: 'ZZ',
}

/** A load’s invoice as the segments of a 210. */
export function segmentsOf(
  db: Db,
  { own, stops, sheet, charges, deliveredOn, billTo }: NonNullable<ReturnType<typeof invoiceOf>>,
  joined: NonNullable<ReturnType<typeof partnerOfLoad>>,
  now: number,
) {
  const references = db
    .select()
    .from(reference)
    .where(eq(reference.loadId, own.load.id))
    .all()
    .filter(({ showOn }) => showOn.includes('invoice'))
  const codes = new Map(
    db
      .select({ facilityId: partnerCode.facilityId, code: partnerCode.code })
      .from(partnerCode)
      .where(and(eq(partnerCode.partnerId, joined.partner.id), eq(partnerCode.kind, 'location')))
      .all()
      .map((row) => [row.facilityId, row.code]),
  )
  const party = ({ facility: at }: (typeof stops)[number]): InvoiceParty => ({
    name: at.name,
    code: codes.get(at.id) ?? null,
    street: at.address,
    city: at.city,
    region: at.region,
    postal: at.postal,
    country: at.country,
  })
  return invoiceSegments({
    number: own.load.number,
    shipmentId: joined.shipmentId,
    scac: joined.partner.scac,
    currency: charges[0]!.currency,
    invoicedOn: dayOf(toLocal(now, officeOf(db).zone)),
    deliveredOn: deliveredOn!,
    billTo,
    shipper: party(stops[0]!),
    consignee: party(stops.at(-1)!),
    references: references.map(({ kind, value }) => ({ qualifier: qualifiers[kind], value })),
    weightLb: own.load.weightLb,
    description: own.load.commodity,
    lines: sheet.lines.map(({ charge: line, amountMinor }) => ({
      code: specialChargeCodes[line.kind],
      words: line.note || chargeKindWords[line.kind],
      amountMinor,
    })),
  })
}
