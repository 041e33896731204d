import { and, eq } from 'drizzle-orm'
import { agreement, type Signature } from '#core/carrier/agreement'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, dateWords } from '#core/time/words'
import { type Db, inTransaction } from '#server/db.server'
import { ink, rule as line, newSheet, roomFor, second, sheet } from '#server/paper/sheet'
import { carrier, carrierLink, paper } from '#server/schema'
import { brokerage } from '#server/settings.server'
import { vetAgain } from '#server/vetting/again'
import { writeCarrierLog } from './log'
import { storePaper } from './store'

/** Takes a carrier's signature given by its link: the agreement as signed is kept as a PDF and counts from now on. */
export async function signAgreement(
  db: Db,
  link: typeof carrierLink.$inferSelect,
  signature: Signature,
  now: number,
): Promise<{ done: true } | { refusal: { code: string; message: string } }> {
  const row = db.select().from(carrier).where(eq(carrier.id, link.carrierId)).get()
  if (!row || link.purpose !== 'agreement')
    return { refusal: { code: 'no_such_link', message: 'There is nothing to sign here.' } }
  const stored = storePaper('Broker-carrier agreement signed', await agreementPdf(row, signature, now))
  if ('refusal' in stored) throw new Error(`The agreement that was just drawn is refused: ${stored.refusal.message}`)
  const outcome = inTransaction(db, () => {
    const again = db.select({ usedAt: carrierLink.usedAt }).from(carrierLink).where(eq(carrierLink.id, link.id)).get()
    if (again?.usedAt)
      return { refusal: { code: 'already_signed', message: 'This agreement is signed already. Thank you.' } }
    db.update(carrierLink)
      .set({ usedAt: now })
      .where(and(eq(carrierLink.id, link.id)))
      .run()
    db.insert(paper)
      .values({
        carrierId: row.id,
        kind: 'agreement',
        state: 'checked',
        ...stored,
        receivedAt: now,
        receivedFrom: signature.name,
        checkedAt: now,
        checkedBy: 'signed by link',
      })
      .run()
    writeCarrierLog(
      db,
      row.id,
      'agreement_signed',
      { version: agreement.version, name: signature.name, title: signature.title },
      { now, by: { kind: 'carrier', name: row.name } },
    )
    return { done: true as const }
  })
  if ('done' in outcome) vetAgain(db, [row.id], now)
  return outcome
}

function agreementPdf(
  row: { name: string; mcNumber: string | null; dotNumber: string },
  signature: Signature,
  now: number,
): Promise<Buffer> {
  const { doc, done } = newSheet(agreement.title, brokerage.name)
  const width = sheet.width
  doc.font('strong').fontSize(18).fillColor(ink).text(agreement.title, sheet.margin, sheet.margin, { width })
  doc.font('text').fontSize(9).fillColor(second).text(`Version ${agreement.version}`, { width })
  line(doc)
  doc
    .font('text')
    .fontSize(10)
    .fillColor(ink)
    .text(
      `Between ${brokerage.name}, ${brokerage.address.join(', ')}, MC ${brokerage.mcNumber}, and ${row.name}, ${row.mcNumber ? `MC ${row.mcNumber}, ` : ''}DOT ${row.dotNumber}.`,
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
  const local = toLocal(now, brokerage.zone)
  doc.moveDown(1.5)
  line(doc)
  doc.font('strong').fontSize(11).text(`Signed for ${row.name} by ${signature.name}, ${signature.title}`, { width })
  doc
    .font('text')
    .fontSize(9)
    .fillColor(second)
    .text(`${dateWords(dayOf(local))}, ${clockWords(local)} (${brokerage.zone}), by a link sent to the carrier`, {
      width,
    })
  doc.end()
  return done
}
