import { unzipSync } from 'fflate'
import { readSheet } from 'read-excel-file/universal'
import { rowsAsText } from '#core/quote/sheet-text'
import { tooMuch } from './read'

/** A sheet of thousands of rows takes some megabytes; an archive that unpacks to more is made to harm. */
const mostUnpackedBytes = 60_000_000

/** The first sheet of a workbook (Office Open XML, ECMA-376) as the text that a spreadsheet copies; throws where it is none. */
export async function readWorkbook(bytes: Uint8Array): Promise<string> {
  let unpacked = 0
  unzipSync(bytes, {
    filter: ({ originalSize }) => {
      unpacked += originalSize
      return false
    },
  })
  if (unpacked > mostUnpackedBytes) throw new Error(`${tooMuch} ${mostUnpackedBytes / 1_000_000} MB unpacked at most`)
  return rowsAsText(await readSheet(new Uint8Array(bytes).buffer))
}
