import type { GridColumn } from './columns'

export interface At {
  row: number
  column: number
}

export interface GridSize {
  rows: number
  columns: number
}

/** Rows that a page key goes over. */
const pageRows = 12

/** Where a key moves to in the grid (WAI-ARIA Authoring Practices, grid pattern); null for keys that move nowhere. */
export function movedBy(key: string, { row, column }: At, { rows, columns }: GridSize, ctrl = false): At | null {
  const to = (nextRow: number, nextColumn: number): At => ({
    row: Math.max(0, Math.min(rows - 1, nextRow)),
    column: Math.max(0, Math.min(columns - 1, nextColumn)),
  })
  switch (key) {
    case 'ArrowDown':
      return to(row + 1, column)
    case 'ArrowUp':
      return to(row - 1, column)
    case 'ArrowLeft':
      return to(row, column - 1)
    case 'ArrowRight':
      return to(row, column + 1)
    case 'PageDown':
      return to(row + pageRows, column)
    case 'PageUp':
      return to(row - pageRows, column)
    case 'Home':
      return ctrl ? to(0, 1) : to(row, 1)
    case 'End':
      return ctrl ? to(rows - 1, columns - 1) : to(row, columns - 1)
    case 'Escape':
      return to(row, 0)
    default:
      return null
  }
}

/** The next column that is typed into, or the first of the next line; backwards likewise. */
export function typedNext(columns: GridColumn[], from: At, step: 1 | -1): At {
  for (let column = from.column + step; column > 0 && column < columns.length; column += step)
    if (columns[column]!.cell) return { row: from.row, column }
  return step > 0
    ? { row: from.row + 1, column: 1 }
    : { row: from.row - 1, column: columns.findLastIndex(({ cell }) => cell !== null) }
}

/** Where Enter goes once a cell is typed: from the origin to the destination, from the last line's destination to a new line, else down. */
export function downFrom(columns: GridColumn[], from: At, lines: number): At {
  const cell = columns[from.column]?.cell
  if (cell === 'origin') return { row: from.row, column: from.column + 1 }
  return cell === 'dest' && from.row >= lines - 1
    ? { row: from.row + 1, column: 1 }
    : { row: from.row + 1, column: from.column }
}
