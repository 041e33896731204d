import { maxLanes } from '#core/bid/bid'
import { type CarrierLane, readBidSheet, type SheetReading } from '#core/bid/sheet'
import { cutOf } from '#core/quote/sheet-text'
import { readCsv } from '#server/read/read-csv'

/** Rows of titles that somebody may have put above the lanes. */
const spareRows = 100
const maxColumns = 60

/** What the text of a carrier's sheet says, whatever separates its cells; a text that is no sheet is a problem like a wrong row. */
export function readSheetText(text: string, lanes: readonly CarrierLane[]): SheetReading {
  const cut = cutOf(text)
  const delimiter = cut.kind === 'cells' ? cut.delimiter : ','
  try {
    return readBidSheet(readCsv({ text, delimiter, maxRows: maxLanes + spareRows, maxColumns }), lanes)
  } catch (error) {
    return { bids: [], problems: [{ row: 0, message: `That is no sheet we can read: ${(error as Error).message}` }] }
  }
}
