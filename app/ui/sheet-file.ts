import { toast } from 'sonner'

/** What is offered where a sheet is chosen: a workbook, or a text with separators. */
export const sheetFiles =
  '.xlsx,.csv,.txt,text/csv,text/plain,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

/** The text of a sheet that was chosen; what was there before where nothing is chosen or the file is no sheet, which is told. */
export async function textOfFile(file: File | undefined, before: string): Promise<string> {
  if (!file) return before
  if (!/\.xlsx$/i.test(file.name)) return file.text()
  const refuse = (words: string) => {
    toast(`${file.name} ${words}`, { className: '!text-bill' })
    return before
  }
  try {
    // Fetched when the first workbook is chosen: few pages ever need it.
    const { isTooLarge, textOfWorkbook } = await import('./workbook')
    if (await isTooLarge(file)) return refuse('is too large. Cut it down to the rows you need and choose it again.')
    return await textOfWorkbook(file)
  } catch {
    return refuse('is no workbook that can be read. Save it as CSV and choose that file.')
  }
}
