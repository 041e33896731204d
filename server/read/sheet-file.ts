import { readAside } from './read'

const readTimeout = 10_000

/** How an archive begins (PKZIP APPNOTE 4.3.7): a workbook is one, a text is not. */
export const isWorkbook = (content: Uint8Array): boolean => content[0] === 0x50 && content[1] === 0x4b

/** The text of a sheet that somebody chose: of a workbook its first sheet, tabs between the cells. Throws a `ReadProblem` where a workbook cannot be read. */
export const textOfSheetFile = async (content: Buffer): Promise<string> =>
  isWorkbook(content) ? readAside('workbook', new Uint8Array(content), readTimeout) : content.toString('utf8')
