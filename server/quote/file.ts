import { asc, eq } from 'drizzle-orm'
import { brokerOf } from '#core/office/office'
import { type QuoteDocument, quoteDocument } from '#core/quote/document'
import { dayOf, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { rateOfRow } from '#server/money/exchange'
import { officeOf } from '#server/office/office'
import { draw } from '#server/pdf/draw'
import { customer, quote, quoteLine, quoteVersion, user } from '#server/schema'
import { pricingOf } from './price'
import type { LineRow } from './subject'

/** Whether a line is on the customer's document: priced, not lost or lapsed. */
export const asDocument = (line: Pick<LineRow, 'state' | 'sellMinor'>): boolean =>
  line.sellMinor !== null && line.state !== 'lost' && line.state !== 'lapsed'

/** The document of a quote as it is now, under a version's number; null where there is no such quote. */
export function documentNow(db: Db, quoteId: number, version: number, now: number): QuoteDocument | null {
  const row = db
    .select({ quote, customer, rep: { name: user.name, phone: user.phone, mail: user.mail } })
    .from(quote)
    .innerJoin(customer, eq(customer.id, quote.customerId))
    .innerJoin(user, eq(user.id, quote.repId))
    .where(eq(quote.id, quoteId))
    .get()
  if (!row) return null
  const pricing = pricingOf(db, row.customer.id)
  const lines = db
    .select()
    .from(quoteLine)
    .where(eq(quoteLine.quoteId, quoteId))
    .orderBy(asc(quoteLine.position))
    .all()
    .filter(asDocument)
  const shown = lines.map((line, index) => ({
    ...line,
    position: index + 1,
    equipment: line.equipment!,
    miles: line.miles ?? 0,
    lineHaulMinor: line.lineHaulMinor ?? 0,
    fuelMinor: line.fuelMinor ?? 0,
    sellMinor: line.sellMinor ?? 0,
    by: rateOfRow(line),
  }))
  const fuel =
    pricing.table && pricing.diesel
      ? { table: pricing.table, dieselE3: pricing.diesel.priceE3, week: pricing.diesel.week }
      : null
  return quoteDocument(
    {
      number: row.quote.number,
      version,
      title: row.quote.title,
      customerName: row.customer.name,
      currency: row.quote.currency,
      showMiles: pricing.showMiles,
      validUntil: row.quote.validUntil,
      fuel,
      lines: shown,
    },
    {
      broker: brokerOf(officeOf(db)),
      rep: row.rep,
      terms: officeOf(db).quoteTerms,
      writtenOn: dayOf(toLocal(now, officeOf(db).zone)),
    },
  )
}

/** The PDF of a version as it was sent, drawn at the first call and kept. */
export async function sentFile(db: Db, versionId: number): Promise<{ document: QuoteDocument; pdf: Buffer } | null> {
  const row = db.select().from(quoteVersion).where(eq(quoteVersion.id, versionId)).get()
  if (!row) return null
  if (row.pdf) return { document: row.document, pdf: row.pdf }
  const pdf = await draw('quote', row.document)
  db.update(quoteVersion).set({ pdf }).where(eq(quoteVersion.id, versionId)).run()
  return { document: row.document, pdf }
}
