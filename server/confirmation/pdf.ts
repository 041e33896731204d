import {
  balanceMinor,
  type ConfirmationTerms,
  palletsWords,
  payWords,
  windowOnDocument,
} from '#core/confirmation/terms'
import { milesWords } from '#core/miles/words'
import { toInstant } from '#core/time/local'
import { zoneWords } from '#core/time/words'
import { letterhead } from '#server/document/letterhead'
import type { Drawings } from '#server/pdf/drawings'
import { block, type Doc, everyPage, hairline, ink, newSheet, roomFor, rule, second, sheet } from '#server/pdf/sheet'

const { margin, width } = sheet

type Document = Drawings['confirmation']

/** The rate confirmation on Letter paper, as a PDF with its fonts in it. */
export async function confirmationPdf(document: Document): Promise<Buffer> {
  const { doc, done } = newSheet(`Rate confirmation ${document.number}`, document.terms.broker.name)
  head(doc, document, await letterhead(doc, document.terms.broker))
  parties(doc, document.terms)
  stops(doc, document.terms)
  freight(doc, document.terms)
  pay(doc, document.terms)
  closing(doc, document.terms)
  everyPage(doc, document.number, () => warn(doc, document))
  doc.end()
  return done
}

function head(doc: Doc, { number, version, terms }: Document, top: number): void {
  doc.font('strong').fontSize(18).fillColor(ink).text('Rate confirmation', margin, top)
  doc
    .font('figures')
    .fontSize(11)
    .text(number, margin, top + 4, { width, align: 'right' })
  doc
    .font('text')
    .fontSize(9)
    .fillColor(second)
    .text(
      `Load ${terms.loadNumber}, version ${version}${version > 1 ? '; takes the place of every earlier version' : ''}`,
      margin,
      top + 24,
    )
  doc.y = top + 44
}

function parties(doc: Doc, terms: ConfirmationTerms): void {
  rule(doc)
  const top = doc.y
  const half = width / 2 - 8
  block(doc, margin, top, half, 'Broker', [
    terms.broker.name,
    ...terms.broker.address,
    `MC ${terms.broker.mcNumber}, ${terms.broker.phone}`,
    `${terms.rep.name}, ${terms.rep.mail}`,
  ])
  const left = doc.y
  block(doc, margin + half + 16, top, half, 'Carrier', [
    terms.carrier.name,
    `MC ${terms.carrier.mcNumber}`,
    `DOT ${terms.carrier.dotNumber}`,
  ])
  doc.y = Math.max(left, doc.y) + 8
}

function stops(doc: Doc, terms: ConfirmationTerms): void {
  terms.stops.forEach((stop, index) => {
    roomFor(doc, 64)
    rule(doc)
    const top = doc.y
    doc
      .font('strong')
      .fontSize(10)
      .fillColor(ink)
      .text(`${index + 1}. ${stop.kind === 'pickup' ? 'Pickup' : 'Delivery'}`, margin, top, { width: 90 })
    doc.font('strong').text(stop.facility, margin + 96, top, { width: 210 })
    doc
      .font('text')
      .fontSize(9.5)
      .text(stop.address.join('\n'), margin + 96, doc.y + 1, { width: 210 })
    const left = doc.y
    const zone = zoneWords(toInstant(stop.earliestLocal, stop.zone), stop.zone)
    doc
      .font('figures')
      .fontSize(9.5)
      .text(`${windowOnDocument(stop)} ${zone}`, margin + 316, top, { width: width - 316 })
    doc
      .font('text')
      .fillColor(second)
      .text(stop.booking === 'appointment' ? 'by appointment' : 'first come, first served', margin + 316, doc.y + 1, {
        width: width - 316,
      })
    doc.y = Math.max(left, doc.y)
    for (const detail of stop.details ?? []) {
      roomFor(doc, 16)
      doc
        .font('text')
        .fillColor(ink)
        .text(detail, margin + 96, doc.y + 2, { width: width - 96 })
    }
    doc.y += 6
  })
}

function freight(doc: Doc, terms: ConfirmationTerms): void {
  roomFor(doc, 80)
  rule(doc)
  const words = [
    `${terms.freight}`,
    [terms.commodity, palletsWords(terms), terms.freightDetails, `about ${milesWords(terms.miles)}`]
      .filter(Boolean)
      .join(', '),
  ]
  block(doc, margin, doc.y, width, 'Freight', words)
  for (const reference of terms.references)
    doc
      .font('text')
      .fontSize(10)
      .fillColor(ink)
      .text(`${reference.label} `, margin, doc.y + 2, { continued: true })
      .font('figures')
      .text(reference.value)
  for (const instruction of terms.instructions) {
    roomFor(doc, 30)
    doc
      .font('text')
      .fontSize(10)
      .fillColor(ink)
      .text(instruction, margin, doc.y + 3, { width })
  }
  doc.y += 8
}

function pay(doc: Doc, terms: ConfirmationTerms): void {
  roomFor(doc, 40 + terms.pay.length * 16)
  rule(doc)
  for (const row of terms.pay) amountRow(doc, row.label, row.rate, payWords(terms, row.amountMinor), 'text')
  doc
    .moveTo(margin + 316, doc.y + 1)
    .lineTo(margin + width, doc.y + 1)
    .lineWidth(0.5)
    .stroke(hairline)
  doc.y += 4
  const currency = terms.currency ?? 'USD'
  amountRow(doc, 'We pay, all in', '', `${payWords(terms, terms.totalMinor)} ${currency}`, 'strong')
  for (const advance of terms.advances ?? [])
    amountRow(doc, `${advance.label}, paid ${advance.paidOn}`, '', `-${payWords(terms, advance.amountMinor)}`, 'text')
  if ((terms.advances ?? []).length > 0)
    amountRow(doc, 'Still to be paid', '', `${payWords(terms, balanceMinor(terms))} ${currency}`, 'strong')
  doc.y += 6
}

function amountRow(doc: Doc, label: string, rate: string, amount: string, font: 'text' | 'strong'): void {
  const top = doc.y
  doc.font(font).fontSize(10).fillColor(ink).text(label, margin, top, { width: 220 })
  const next = doc.y
  doc
    .font('figures')
    .fontSize(9)
    .fillColor(second)
    .text(rate, margin + 226, top, { width: 140, align: 'right' })
  doc
    .font('figures')
    .fontSize(10)
    .fillColor(ink)
    .text(amount, margin + 372, top, { width: width - 372, align: 'right' })
  doc.y = next + 2
}

function closing(doc: Doc, terms: ConfirmationTerms): void {
  rule(doc)
  terms.conditions.forEach((condition, index) => {
    roomFor(doc, 28)
    doc
      .font('text')
      .fontSize(8.5)
      .fillColor(second)
      .text(`${index + 1}. ${condition}`, margin, doc.y + 1, { width })
  })
  roomFor(doc, 60)
  doc.y += 26
  doc
    .moveTo(margin, doc.y)
    .lineTo(margin + 240, doc.y)
    .moveTo(margin + 290, doc.y)
    .lineTo(margin + width, doc.y)
    .lineWidth(0.5)
    .stroke(hairline)
  const top = doc.y + 3
  doc
    .font('text')
    .fontSize(8.5)
    .fillColor(second)
    .text('Accepted for the carrier: name and title', margin, top)
    .text('Date', margin + 290, top)
}

function warn(doc: Doc, document: Document): void {
  if (document.void) banner(doc, 'VOID: a newer version or another award took its place')
  else if (document.terms.practice) banner(doc, 'PRACTICE: not a real load, nothing is to be hauled')
}

function banner(doc: Doc, words: string): void {
  doc
    .font('strong')
    .fontSize(11)
    .fillColor('#b92b1a')
    .text(words, margin, 22, { width, align: 'center', lineBreak: false })
}
