/** How the text of a sheet is cut into cells. */
export type SheetCut = { kind: 'cells'; delimiter: '\t' | ',' | ';' | '|' } | { kind: 'sentences' }

const looked = 40
const sentence = /^(.{2,60}?)\s+(?:to|->|→|>)\s+(.{2,60})$/i

/**
 * How pasted text is cut: by tabs as spreadsheets copy, by the separator that most lines have alike, or, where
 * lines read `Boise, ID to Phoenix, AZ`, by their sense.
 */
export function cutOf(text: string): SheetCut {
  const lines = text
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trim() !== '')
    .slice(0, looked)
  if (lines.some((line) => line.includes('\t'))) return { kind: 'cells', delimiter: '\t' }
  if (lines.length > 0 && lines.filter((line) => sentence.test(line.trim())).length >= lines.length * 0.6)
    return { kind: 'sentences' }
  const count = (delimiter: string) => lines.reduce((sum, line) => sum + line.split(delimiter).length - 1, 0)
  const best = ([',', ';', '|'] as const).reduce((one, other) => (count(other) > count(one) ? other : one))
  return { kind: 'cells', delimiter: best }
}

/** Lines such as `Boise, ID to Phoenix, AZ` as two cells each; a line that is none stays one cell. */
export const cutSentences = (text: string): string[][] =>
  text
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const match = sentence.exec(line.trim())
      return match ? [match[1]!, match[2]!] : [line.trim()]
    })

/** Rows of a workbook as the text that a spreadsheet copies: tabs between cells, a line a row; days as they are in files. */
export const rowsAsText = (rows: readonly (readonly unknown[])[]): string =>
  rows.map((row) => row.map(cellText).join('\t')).join('\n')

function cellText(value: unknown): string {
  if (value == null) return ''
  if (value instanceof Date) return value.toISOString().slice(0, 10)
  // Sums in binary fractions end in noise: 2470.1000000000004 was never typed.
  if (typeof value === 'number') return String(Number(value.toPrecision(12)))
  return String(value).replace(/\s+/g, ' ').trim()
}
