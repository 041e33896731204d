import type { TextItem } from 'pdfjs-dist/types/src/display/api'

/** A list of trucks fills a page or two; a book is none. */
const mostPages = 8
/** Pages after the first that are not read by then are left out: the mail that brought them must not wait. */
const longestMs = 1_500
/** Runs whose base lines are this near stand in one line, in points. */
const sameLine = 3

/**
 * The text of a PDF as lines, the columns of a line apart by tabs: runs are put together by where they stand on the page. Nothing in it is run.
 * Throws where it is no PDF or locked.
 */
export async function textOfPdf(bytes: Uint8Array): Promise<string> {
  // Loaded with the first PDF: most mail has none.
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs')
  const task = getDocument({ data: new Uint8Array(bytes), isEvalSupported: false, useSystemFonts: false, verbosity: 0 })
  const started = performance.now()
  try {
    const document = await task.promise
    const lines: string[] = []
    for (let number = 1; number <= Math.min(mostPages, document.numPages); number++) {
      if (number > 1 && performance.now() - started > longestMs) break
      const page = await document.getPage(number)
      const { items } = await page.getTextContent()
      lines.push(...linesOf(items.filter((item): item is TextItem => 'str' in item)))
    }
    return lines.join('\n')
  } finally {
    await task.destroy()
  }
}

function linesOf(items: readonly TextItem[]): string[] {
  const runs = items
    .filter(({ str }) => str.trim() !== '')
    .map(({ str, transform, width, height }) => ({
      str: str.trim(),
      x: transform[4] as number,
      y: transform[5] as number,
      width,
      height,
    }))
  const rows: (typeof runs)[] = []
  for (const run of runs.toSorted((one, other) => other.y - one.y)) {
    const row = rows.at(-1)
    if (row && Math.abs(row[0]!.y - run.y) <= sameLine) row.push(run)
    else rows.push([run])
  }
  return rows.map((row) => {
    let [line, end] = ['', Number.NEGATIVE_INFINITY]
    for (const { str, x, width, height } of row.toSorted((one, other) => one.x - other.x)) {
      if (line !== '') line += x - end > height * 0.9 ? '\t' : ' '
      line += str
      end = x + width
    }
    return line
  })
}
