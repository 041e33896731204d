import { formatMoney } from '#core/money/money'
import type { DocumentLine, QuoteDocument } from '#core/quote/document'
import { dateWords } from '#core/time/words'
import { letterhead } from '#server/document/letterhead'
import { block, type Doc, everyPage, hairline, ink, newSheet, roomFor, rule, second, sheet } from '#server/pdf/sheet'

const { margin, width } = sheet

interface Column {
  head: string
  wide: number
  /** Figures stand at the right. */
  figure?: boolean
  text: (line: DocumentLine) => string
}

/** A customer's quote on Letter paper, as many pages as it takes, the columns' heads on each. */
export async function quotePdf(document: QuoteDocument): Promise<Buffer> {
  const { doc, done } = newSheet(`Quote ${document.number}`, document.broker.name)
  head(doc, document, await letterhead(doc, document.broker))
  table(doc, document)
  closing(doc, document)
  everyPage(doc, `Quote ${document.number}`)
  doc.end()
  return done
}

function head(doc: Doc, quote: QuoteDocument, above: number): void {
  doc.font('strong').fontSize(18).fillColor(ink).text('Quote', margin, above)
  doc
    .font('figures')
    .fontSize(11)
    .text(quote.number, margin, above + 4, { width, align: 'right' })
  const version = quote.version > 1 ? `, version ${quote.version}; takes the place of every earlier one` : ''
  doc
    .font('text')
    .fontSize(9)
    .fillColor(second)
    .text(`${quote.title ? `${quote.title}, ` : ''}${dateWords(quote.writtenOn)}${version}`, margin, above + 24, {
      width,
    })
  doc.y += 8
  rule(doc)
  const top = doc.y
  const third = width / 3 - 8
  block(doc, margin, top, third, 'From', [
    quote.broker.name,
    ...quote.broker.address,
    `MC ${quote.broker.mcNumber}, ${quote.broker.phone}`,
  ])
  const left = doc.y
  block(doc, margin + third + 12, top, third, 'For', [quote.customer])
  block(doc, margin + (third + 12) * 2, top, third, 'Good through', [
    dateWords(quote.validUntil),
    quote.rep.name,
    quote.rep.mail,
    quote.rep.phone,
  ])
  doc.y = Math.max(left, doc.y) + 10
  doc.x = margin
}

/** The columns that this quote has something to say in. */
function columnsOf(doc: Doc, { lines, showsMiles, fuel, currency }: QuoteDocument): Column[] {
  const has = (pick: (line: DocumentLine) => unknown) => lines.some((line) => Boolean(pick(line)))
  const figures: Column[] = [
    ...(showsMiles
      ? [
          {
            head: 'Miles',
            wide: 32,
            figure: true,
            text: (line: DocumentLine) => (line.miles ?? 0).toLocaleString('en-US'),
          },
        ]
      : []),
    ...(has((line) => line.loads)
      ? [
          {
            head: 'Loads',
            wide: 34,
            figure: true,
            text: (line: DocumentLine) => line.loads?.toLocaleString('en-US') ?? '',
          },
        ]
      : []),
    ...(fuel
      ? [
          {
            head: 'Line haul',
            wide: 52,
            figure: true,
            text: (line: DocumentLine) => formatMoney(line.lineHaulMinor, currency),
          },
          { head: 'Fuel', wide: 44, figure: true, text: (line: DocumentLine) => formatMoney(line.fuelMinor, currency) },
        ]
      : []),
    { head: `${currency}, all in`, wide: 54, figure: true, text: (line) => formatMoney(line.totalMinor, currency) },
  ]
  const words: Column[] = [
    { head: '', wide: 18, text: (line) => String(line.position) },
    { head: 'Equipment', wide: 46, text: (line) => line.equipment },
    ...(has((line) => line.pickup !== 'any')
      ? [{ head: 'Pickup', wide: 64, text: (line: DocumentLine) => line.pickup }]
      : []),
    ...(has((line) => line.weightLb)
      ? [
          {
            head: 'Pounds',
            wide: 40,
            figure: true,
            text: (line: DocumentLine) => line.weightLb?.toLocaleString('en-US') ?? '',
          },
        ]
      : []),
  ]
  const left =
    (width -
      [...figures, ...words].reduce((sum, column) => sum + column.wide, 0) -
      ([...figures, ...words].length + 1) * gap) /
    2
  const [position, ...rest] = words
  // Where one place does not fit its column, all are broken behind the city: a ragged column reads badly.
  doc.font('text').fontSize(9)
  const broken = lines.some(({ origin, dest }) => doc.widthOfString(origin) > left || doc.widthOfString(dest) > left)
  const place = (words: string) => (broken ? words.replace(', ', ',\n') : words)
  return [
    position!,
    { head: 'From', wide: left, text: (line) => place(line.origin) },
    { head: 'To', wide: left, text: (line) => place(line.dest) },
    ...rest,
    ...figures,
  ]
}

const gap = 6

function table(doc: Doc, quote: QuoteDocument): void {
  const columns = columnsOf(doc, quote)
  heads(doc, columns)
  for (const line of quote.lines) {
    const beneath = [...line.extras.map((extra) => `plus ${extra}`), line.comment].filter(Boolean).join('; ')
    doc.font('text').fontSize(9)
    const tall = Math.max(
      ...columns
        .filter(({ figure }) => !figure)
        .map((column) => doc.heightOfString(column.text(line) || ' ', { width: column.wide })),
    )
    doc.fontSize(8.5)
    const more = beneath ? doc.heightOfString(beneath, { width: width - 26 }) + 1 : 0
    if (roomFor(doc, tall + more + 6)) heads(doc, columns)
    row(doc, columns, line, tall)
    if (beneath) {
      doc
        .font('text')
        .fontSize(8.5)
        .fillColor(second)
        .text(beneath, margin + 26, doc.y, { width: width - 26 })
      doc.y += 1
    }
    doc
      .moveTo(margin, doc.y + 1)
      .lineTo(margin + width, doc.y + 1)
      .lineWidth(0.25)
      .stroke(hairline)
    doc.y += 4
  }
}

function heads(doc: Doc, columns: Column[]): void {
  const top = doc.y
  let x: number = margin
  for (const { head: words, wide, figure } of columns) {
    doc
      .font('text')
      .fontSize(8.5)
      .fillColor(second)
      .text(words, x, top, { width: wide, align: figure ? 'right' : 'left', lineBreak: false })
    x += wide + gap
  }
  doc.y = top + 13
  rule(doc)
  doc.y -= 3
}

function row(doc: Doc, columns: Column[], line: DocumentLine, tall: number): void {
  const top = doc.y
  let x: number = margin
  for (const { wide, figure, text } of columns) {
    doc
      .font(figure ? 'figures' : 'text')
      .fontSize(figure ? 8.5 : 9)
      .fillColor(ink)
      .text(text(line), x, top, { width: wide, align: figure ? 'right' : 'left', lineBreak: !figure })
    x += wide + gap
  }
  doc.y = top + tall + 1
}

function closing(doc: Doc, quote: QuoteDocument): void {
  doc.y += 8
  for (const words of [...(quote.fuel ? [quote.fuel] : []), ...quote.terms]) {
    doc.font('text').fontSize(8.5)
    roomFor(doc, doc.heightOfString(words, { width }) + 3)
    doc.font('text').fontSize(8.5).fillColor(second).text(words, margin, doc.y, { width })
    doc.y += 2
  }
}
