import PDFDocument from 'pdfkit'
import { type ConfirmationTerms, windowOnPaper } from '#core/confirmation/terms'
import { formatMoney } from '#core/money/money'
import { zoneWords } from '#core/time/words'
import { toInstant } from '#core/time/local'
import { paperFont } from './fonts'

const page = { size: 'LETTER', margin: 48 } as const
const width = 612 - page.margin * 2
const bottom = 792 - 64
const ink = '#231c14'
const second = '#62574a'
const line = '#b9ad95'

export interface Paper {
  number: string
  version: number
  void: boolean
  terms: ConfirmationTerms
}

/** The rate confirmation on Letter paper, as a PDF with its fonts in it. */
export function confirmationPdf(paper: Paper): Promise<Buffer> {
  const doc = new PDFDocument({ ...page, bufferPages: true, info: { Title: `Rate confirmation ${paper.number}`, Author: paper.terms.broker.name } })
  for (const name of ['text', 'strong', 'figures'] as const) doc.registerFont(name, paperFont(name))
  const done = new Promise<Buffer>((resolve, reject) => {
    const chunks: Buffer[] = []
    doc.on('data', (chunk: Buffer) => chunks.push(chunk))
    doc.on('end', () => resolve(Buffer.concat(chunks)))
    doc.on('error', reject)
  })
  head(doc, paper)
  parties(doc, paper.terms)
  stops(doc, paper.terms)
  freight(doc, paper.terms)
  pay(doc, paper.terms)
  closing(doc, paper.terms)
  everyPage(doc, paper)
  doc.end()
  return done
}

type Doc = InstanceType<typeof PDFDocument>

function head(doc: Doc, { number, version, terms }: Paper): void {
  doc.font('strong').fontSize(18).fillColor(ink).text('Rate confirmation', page.margin, page.margin)
  doc.font('figures').fontSize(11).text(number, page.margin, page.margin + 4, { width, align: 'right' })
  doc.font('text').fontSize(9).fillColor(second).text(`Load ${terms.loadNumber}, version ${version}${version > 1 ? '; takes the place of every earlier version' : ''}`, page.margin, page.margin + 24)
  doc.y = page.margin + 44
}

function parties(doc: Doc, terms: ConfirmationTerms): void {
  rule(doc)
  const top = doc.y
  const half = width / 2 - 8
  block(doc, page.margin, top, half, 'Broker', [terms.broker.name, ...terms.broker.address, `MC ${terms.broker.mcNumber}, ${terms.broker.phone}`, `${terms.rep.name}, ${terms.rep.mail}`])
  const left = doc.y
  block(doc, page.margin + half + 16, top, half, 'Carrier', [terms.carrier.name, `MC ${terms.carrier.mcNumber}`, `DOT ${terms.carrier.dotNumber}`])
  doc.y = Math.max(left, doc.y) + 8
}

function block(doc: Doc, x: number, y: number, wide: number, title: string, lines: string[]): void {
  doc.font('text').fontSize(8.5).fillColor(second).text(title, x, y, { width: wide })
  lines.forEach((words, index) => doc.font(index === 0 ? 'strong' : 'text').fontSize(10).fillColor(ink).text(words, x, doc.y + 1, { width: wide }))
}

function stops(doc: Doc, terms: ConfirmationTerms): void {
  terms.stops.forEach((stop, index) => {
    roomFor(doc, 64)
    rule(doc)
    const top = doc.y
    doc.font('strong').fontSize(10).fillColor(ink).text(`${index + 1}. ${stop.kind === 'pickup' ? 'Pickup' : 'Delivery'}`, page.margin, top, { width: 90 })
    doc.font('strong').text(stop.facility, page.margin + 96, top, { width: 210 })
    doc.font('text').fontSize(9.5).text(stop.address.join('\n'), page.margin + 96, doc.y + 1, { width: 210 })
    const left = doc.y
    const zone = zoneWords(toInstant(stop.earliestLocal, stop.zone), stop.zone)
    doc.font('figures').fontSize(9.5).text(`${windowOnPaper(stop)} ${zone}`, page.margin + 316, top, { width: width - 316 })
    doc.font('text').fillColor(second).text(stop.booking === 'appointment' ? 'by appointment' : 'first come, first served', page.margin + 316, doc.y + 1, { width: width - 316 })
    doc.y = Math.max(left, doc.y) + 6
  })
}

function freight(doc: Doc, terms: ConfirmationTerms): void {
  roomFor(doc, 80)
  rule(doc)
  const words = [`${terms.freight}`, `${terms.commodity}${terms.pallets === null ? '' : `, ${terms.pallets} pallets`}, about ${terms.miles.toLocaleString('en-US')} miles`]
  block(doc, page.margin, doc.y, width, 'Freight', words)
  for (const reference of terms.references) doc.font('text').fontSize(10).fillColor(ink).text(`${reference.label} `, page.margin, doc.y + 2, { continued: true }).font('figures').text(reference.value)
  for (const instruction of terms.instructions) {
    roomFor(doc, 30)
    doc.font('text').fontSize(10).fillColor(ink).text(instruction, page.margin, doc.y + 3, { width })
  }
  doc.y += 8
}

function pay(doc: Doc, terms: ConfirmationTerms): void {
  roomFor(doc, 40 + terms.pay.length * 16)
  rule(doc)
  for (const row of terms.pay) amountRow(doc, row.label, row.rate, formatMoney(row.amountMinor), 'text')
  doc.moveTo(page.margin + 316, doc.y + 1).lineTo(page.margin + width, doc.y + 1).lineWidth(0.5).stroke(line)
  doc.y += 4
  amountRow(doc, 'We pay, all in', '', `${formatMoney(terms.totalMinor)} USD`, 'strong')
  doc.y += 6
}

function amountRow(doc: Doc, label: string, rate: string, amount: string, font: 'text' | 'strong'): void {
  const top = doc.y
  doc.font(font).fontSize(10).fillColor(ink).text(label, page.margin, top, { width: 220 })
  const next = doc.y
  doc.font('figures').fontSize(9).fillColor(second).text(rate, page.margin + 226, top, { width: 140, align: 'right' })
  doc.font('figures').fontSize(10).fillColor(ink).text(amount, page.margin + 372, top, { width: width - 372, align: 'right' })
  doc.y = next + 2
}

function closing(doc: Doc, terms: ConfirmationTerms): void {
  rule(doc)
  terms.conditions.forEach((condition, index) => {
    roomFor(doc, 28)
    doc.font('text').fontSize(8.5).fillColor(second).text(`${index + 1}. ${condition}`, page.margin, doc.y + 1, { width })
  })
  roomFor(doc, 60)
  doc.y += 26
  doc.moveTo(page.margin, doc.y).lineTo(page.margin + 240, doc.y).moveTo(page.margin + 290, doc.y).lineTo(page.margin + width, doc.y).lineWidth(0.5).stroke(line)
  const top = doc.y + 3
  doc.font('text').fontSize(8.5).fillColor(second).text('Accepted for the carrier: name and title', page.margin, top).text('Date', page.margin + 290, top)
}

function everyPage(doc: Doc, paper: Paper): void {
  const { start, count } = doc.bufferedPageRange()
  for (let index = start; index < start + count; index++) {
    doc.switchToPage(index)
    doc.page.margins.bottom = 0
    if (paper.void) banner(doc, 'VOID: a newer version or another award took its place')
    else if (paper.terms.practice) banner(doc, 'PRACTICE: not a real load, nothing is to be hauled')
    doc.font('text').fontSize(8).fillColor(second).text(`${paper.number}, page ${index - start + 1} of ${count}`, page.margin, 792 - 36, { width, align: 'right', lineBreak: false })
  }
}

function banner(doc: Doc, words: string): void {
  doc.font('strong').fontSize(11).fillColor('#b92b1a').text(words, page.margin, 22, { width, align: 'center', lineBreak: false })
}

function rule(doc: Doc): void {
  doc.moveTo(page.margin, doc.y).lineTo(page.margin + width, doc.y).lineWidth(0.5).stroke(line)
  doc.y += 7
}

function roomFor(doc: Doc, height: number): void {
  if (doc.y + height > bottom) doc.addPage()
}
