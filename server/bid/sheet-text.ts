import { maxLanes } from '#core/bid/bid'
import { type CarrierLane, readBidSheet, type SheetReading } from '#core/bid/sheet'
import { cutOf } from '#core/quote/sheet-text'
import { ReadProblem } from '#server/read/read'
import { readCsv } from '#server/read/read-csv'
import { textOfSheetFile } from '#server/read/sheet-file'

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
    return noSheet(error as Error)
  }
}

/** The same of a file that a carrier sent: a workbook is read on a thread of its own. */
export async function readSheetFile(content: Buffer, lanes: readonly CarrierLane[]): Promise<SheetReading> {
  try {
    return readSheetText(await textOfSheetFile(content), lanes)
  } catch (error) {
    if (!(error instanceof ReadProblem)) throw error
    return noSheet(error)
  }
}

const noSheet = ({ message }: Error): SheetReading => ({
  bids: [],
  problems: [{ row: 0, message: `That is no sheet we can read: ${message}` }],
})
