import { readSheet } from 'read-excel-file/universal'
import { rowsAsText } from '#core/quote/sheet-text'
import { mostUnpackedBytes, unpackedBytes } from '#core/quote/unpacked'
import { tooMuch } from './read'

/** The first sheet of a workbook (Office Open XML, ECMA-376) as the text that a spreadsheet copies; throws where it is none. */
export async function readWorkbook(bytes: Uint8Array): Promise<string> {
  if (unpackedBytes(bytes) > mostUnpackedBytes)
    throw new Error(`${tooMuch} ${mostUnpackedBytes / 1_000_000} MB unpacked at most`)
  return rowsAsText(await readSheet(new Uint8Array(bytes).buffer))
}
