import { readSheet } from 'read-excel-file/universal'
import { rowsAsText } from '#core/quote/sheet-text'
import { mostUnpackedBytes, unpackedBytes } from '#core/quote/unpacked'

/** Whether a workbook unpacks to more than a page should hold. */
export const isTooLarge = async (file: File): Promise<boolean> =>
  file.size > mostUnpackedBytes || unpackedBytes(new Uint8Array(await file.arrayBuffer())) > mostUnpackedBytes

/** The first sheet of a workbook as the text that a spreadsheet copies. */
export const textOfWorkbook = async (file: File): Promise<string> => rowsAsText(await readSheet(file))
