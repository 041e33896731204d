import { cutOf, cutSentences } from '#core/quote/sheet-text'

/** Pasted text as rows of cells, whatever its line ends; the reader of quoted cells is fetched when it is first needed. */
export async function readSheet(text: string): Promise<string[][]> {
  const cut = cutOf(text)
  if (cut.kind === 'sentences') return cutSentences(text)
  const { parse } = await import('csv-parse/browser/esm/sync')
  const options = {
    delimiter: cut.delimiter,
    record_delimiter: ['\r\n', '\n', '\r'],
    relax_column_count: true,
    skip_empty_lines: true,
    bom: true,
    trim: true,
  }
  try {
    return parse(text, { ...options, relax_quotes: true }) as string[][]
  } catch {
    // A quote that never closes would swallow the rest: the text is cut as it is.
    return parse(text, { ...options, quote: false }) as string[][]
  }
}
