import { parse } from 'csv-parse/sync'

export interface CsvOrder {
  text: string
  maxRows: number
  maxColumns: number
  /** What parts the cells of a row; a comma where none is given. */
  delimiter?: string
}

/** The rows of a CSV text (RFC 4180, with any line ends), cells trimmed; throws where there are more than asked for. */
export function readCsv({ text, maxRows, maxColumns, delimiter = ',' }: CsvOrder): string[][] {
  const rows = parse(text, {
    record_delimiter: ['\r\n', '\n', '\r'],
    delimiter,
    relax_column_count: true,
    skip_empty_lines: true,
    trim: true,
    bom: true,
    to: maxRows + 1,
    max_record_size: 1_000_000,
  }) as string[][]
  if (rows.length > maxRows) throw new Error(`It holds more than is read: ${maxRows} rows at most`)
  const widest = rows.reduce((most, row) => Math.max(most, row.length), 0)
  if (widest > maxColumns) throw new Error(`It holds more than is read: ${maxColumns} columns at most`)
  return rows
}
