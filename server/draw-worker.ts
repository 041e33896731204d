import type { Drawings, DrawOrder } from '#server/pdf/drawings'
import { confirmationPdf } from './confirmation/pdf'
import { logoPdf } from './document/letterhead'
import { quotePdf } from './quote/pdf'

const drawers: { [K in keyof Drawings]: (content: Drawings[K]) => Promise<Buffer> } = {
  quote: quotePdf,
  confirmation: confirmationPdf,
  logo: logoPdf,
}

export default <K extends keyof Drawings>({ kind, content }: DrawOrder<K>): Promise<Buffer> => drawers[kind](content)
