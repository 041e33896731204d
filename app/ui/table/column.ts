import type { ReactNode } from 'react'

/** The day that dates are said against, and the desk's own zone. */
export interface Today {
  today: string
  zone: string
}

/** One column of a table: what it is called, how wide it is, and what it shows of a row. */
export interface Column<Row> {
  id: string
  head: string
  /** A track of a CSS grid. */
  width: string
  isNumber?: boolean
  /** The way it is sorted at the first click; a column without it cannot be sorted. */
  sorts?: 'ascending' | 'descending'
  /** Shown until somebody chooses otherwise, left out until then, or always there. */
  shown: 'at first' | 'when chosen' | 'always'
  cell: (row: Row, now: Today) => ReactNode
}

/** How narrow and how wide a column can be made, in pixels. */
export const widthLimits = { least: 32, most: 800 }

/** The columns somebody sees: those they chose, or the first ones where they chose none, in the table's order, as wide as they made them. */
export const shownColumns = <Row>(
  columns: readonly Column<Row>[],
  chosen: readonly string[] | null,
  widths: Readonly<Record<string, number>>,
): Column<Row>[] =>
  columns
    .filter(({ id, shown }) => shown === 'always' || (chosen ? chosen.includes(id) : shown === 'at first'))
    .map((column) => (widths[column.id] ? { ...column, width: `${widths[column.id]}px` } : column))

const gap = 12
const sides = 32

/** What the columns need at least, in pixels: a table with less room is scrolled. */
export const leastWidth = (columns: readonly { width: string }[]): number =>
  columns.reduce((sum, { width }) => sum + Number(/\d+/.exec(width)?.[0] ?? 0) + gap, sides - gap)
