import PDFDocument from 'pdfkit'
import { type SheetFont, sheetFont } from './fonts'

/** Letter paper as all our documents use it: points, colours, and where a page ends. */
export const sheet = { size: 'LETTER', margin: 48, width: 612 - 48 * 2, height: 792, bottom: 792 - 64 } as const
export const ink = '#231c14'
export const second = '#62574a'
export const hairline = '#b9ad95'

export type Doc = InstanceType<typeof PDFDocument>

/** A blank document with our fonts in it; `done` answers with the PDF once `doc.end()` was called. */
export function newSheet(title: string, author: string): { doc: Doc; done: Promise<Buffer> } {
  const doc = new PDFDocument({
    size: sheet.size,
    margin: sheet.margin,
    bufferPages: true,
    info: { Title: title, Author: author },
  })
  for (const name of ['text', 'strong', 'figures'] satisfies SheetFont[]) doc.registerFont(name, sheetFont(name))
  const done = new Promise<Buffer>((resolve, reject) => {
    const chunks: Buffer[] = []
    doc.on('data', (chunk: Buffer) => chunks.push(chunk))
    doc.on('end', () => resolve(Buffer.concat(chunks)))
    doc.on('error', reject)
  })
  return { doc, done }
}

/** A thin line over the whole width, and a little air. */
export function rule(doc: Doc): void {
  doc
    .moveTo(sheet.margin, doc.y)
    .lineTo(sheet.margin + sheet.width, doc.y)
    .lineWidth(0.5)
    .stroke(hairline)
  doc.y += 7
}

/** Begins a new page unless so many points are left on this one; whether it did. */
export function roomFor(doc: Doc, height: number): boolean {
  if (doc.y + height <= sheet.bottom) return false
  doc.addPage()
  return true
}

/** A small title and lines under it, the first of them strong. */
export function block(doc: Doc, x: number, y: number, wide: number, title: string, lines: string[]): void {
  doc.font('text').fontSize(8.5).fillColor(second).text(title, x, y, { width: wide })
  lines.forEach((words, index) =>
    doc
      .font(index === 0 ? 'strong' : 'text')
      .fontSize(10)
      .fillColor(ink)
      .text(words, x, doc.y + 1, { width: wide }),
  )
}

/** Draws what is on every page: `draw` for each, and the number at its foot. */
export function everyPage(doc: Doc, number: string, draw: () => void = () => {}): void {
  const { start, count } = doc.bufferedPageRange()
  for (let index = start; index < start + count; index++) {
    doc.switchToPage(index)
    doc.page.margins.bottom = 0
    draw()
    doc
      .font('text')
      .fontSize(8)
      .fillColor(second)
      .text(`${number}, page ${index - start + 1} of ${count}`, sheet.margin, sheet.height - 36, {
        width: sheet.width,
        align: 'right',
        lineBreak: false,
      })
  }
}
