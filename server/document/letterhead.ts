import { type Doc, newSheet, sheet } from '#server/pdf/sheet'
import { readStoredDocument } from './store'

const logoBox = { width: 180, height: 44 }
const air = 12

/** Draws the brokerage's logo at the head of a sheet where it has one; returns how far down the document goes on, in points. */
export async function letterhead(doc: Doc, { logo }: { logo: string | null }): Promise<number> {
  const picture = logo && (await readStoredDocument(logo))
  if (!picture) return sheet.margin
  doc.image(picture, sheet.margin, sheet.margin, { fit: [logoBox.width, logoBox.height] })
  return sheet.margin + logoBox.height + air
}

/** A sheet with nothing but a logo on it: whether it can be drawn. */
export async function logoPdf(logo: string): Promise<Buffer> {
  const { doc, done } = newSheet('Logo', '')
  await letterhead(doc, { logo })
  doc.end()
  return done
}
