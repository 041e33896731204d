import { eq } from 'drizzle-orm'
import { agreement, type Signature } from '#core/carrier/agreement'
import { carrierRefusals } from '#core/carrier/refusals'
import { refused } from '#core/decision/refusal'
import type { Office } from '#core/office/office'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, dateWords } from '#core/time/words'
import type { Db } from '#server/db.server'
import { storeDocument } from '#server/document/store'
import { outcome, type Refused, run } from '#server/kernel/run'
import { officeOf } from '#server/office/office'
import { ink, rule as line, newSheet, roomFor, second, sheet } from '#server/pdf/sheet'
import { carrier, type carrierLink } from '#server/schema'
import { revet } from '#server/vetting/revet'
import { carrierSubject } from './subject'

/** Takes a carrier's signature given by its link: the agreement as signed is kept as a PDF and counts from now on. */
export async function signAgreement(
  db: Db,
  link: typeof carrierLink.$inferSelect,
  signature: Signature,
  now: number,
): Promise<{ done: true } | Refused> {
  const row = db.select().from(carrier).where(eq(carrier.id, link.carrierId)).get()
  if (!row || link.purpose !== 'agreement') return refused(carrierRefusals, 'nothing_to_sign')
  const stored = await storeDocument(
    'Broker-carrier agreement signed',
    await agreementPdf(officeOf(db), row, signature, now),
  )
  if ('refusal' in stored) throw new Error(`The agreement that was just drawn is refused: ${stored.refusal.message}`)
  const ran = run(
    db,
    carrierSubject,
    row.id,
    { kind: 'sign_agreement', linkId: link.id, signature, file: stored },
    { now, by: { kind: 'carrier', id: row.id, name: row.name } },
  )
  if ('done' in ran) revet(db, [row.id], now)
  return outcome(ran)
}

function agreementPdf(
  us: Office,
  row: { name: string; mcNumber: string | null; dotNumber: string },
  signature: Signature,
  now: number,
): Promise<Buffer> {
  const { doc, done } = newSheet(agreement.title, us.name)
  const width = sheet.width
  doc.font('strong').fontSize(18).fillColor(ink).text(agreement.title, sheet.margin, sheet.margin, { width })
  doc.font('text').fontSize(9).fillColor(second).text(`Version ${agreement.version}`, { width })
  line(doc)
  doc
    .font('text')
    .fontSize(10)
    .fillColor(ink)
    .text(
      `Between ${us.name}, ${us.address.join(', ')}, MC ${us.mcNumber}, and ${row.name}, ${row.mcNumber ? `MC ${row.mcNumber}, ` : ''}DOT ${row.dotNumber}.`,
      { width },
    )
  for (const [index, [title, text]] of agreement.articles.entries()) {
    roomFor(doc, 60)
    doc
      .moveDown(0.7)
      .font('strong')
      .fontSize(10.5)
      .text(`${index + 1}. ${title}`, { width })
    doc.font('text').fontSize(10).text(text, { width })
  }
  roomFor(doc, 80)
  const local = toLocal(now, us.zone)
  doc.moveDown(1.5)
  line(doc)
  doc.font('strong').fontSize(11).text(`Signed for ${row.name} by ${signature.name}, ${signature.title}`, { width })
  doc
    .font('text')
    .fontSize(9)
    .fillColor(second)
    .text(`${dateWords(dayOf(local))}, ${clockWords(local)} (${us.zone}), by a link sent to the carrier`, {
      width,
    })
  doc.end()
  return done
}
