import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef } from 'react'
import type { Cells } from '#core/quote/quote'
import { CellEditor } from './cell'
import { type GridColumn, tracksOf } from './columns'
import type { At } from './grid-moves'
import { LineCell } from './row'
import type { ScreenLine } from './screen-lines'
import { useGrid } from './use-grid'

const rowHeight = 32
/** Room under the last line for a list of places that drops down. */
const belowLast = 260

interface GridProps {
  lines: ScreenLine[]
  columns: GridColumn[]
  at: At
  onAt: (at: At) => void
  selected: ReadonlySet<number>
  onSelect: (lineId: number) => void
  onType: (key: string | null, cells: Cells) => void
  onPaste: (text: string) => void
  mayEdit: boolean
}

/** The quote's lines as a grid for the keyboard: arrows move, typing begins a cell, Enter and Tab go on; the last row is a new line. */
export function QuoteGrid(props: GridProps) {
  const { lines, columns, at, onAt, mayEdit } = props
  const box = useRef<HTMLDivElement>(null)
  const rows = lines.length + (mayEdit ? 1 : 0)
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => box.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    initialRect: { width: 1280, height: 500 },
  })
  const wantFocus = useRef(false)
  const goTo = (next: At) => {
    const kept = { row: Math.max(0, Math.min(rows - 1, next.row)), column: next.column }
    wantFocus.current = true
    onAt(kept)
    virtual.scrollToIndex(kept.row)
  }
  const grid = useGrid({ ...props, rows, goTo })
  useEffect(() => {
    if (!wantFocus.current || grid.editing) return
    wantFocus.current = false
    box.current?.querySelector<HTMLElement>(`[data-cell="${at.row}-${at.column}"]`)?.focus()
  })
  return (
    <div
      ref={box}
      role="grid"
      aria-label="Lines of the quote"
      aria-rowcount={rows + 1}
      aria-colcount={columns.length}
      className="min-h-0 flex-1 overflow-x-hidden overflow-y-auto"
      onKeyDown={grid.onKeyDown}
      onPaste={grid.onClipboard}
    >
      <GridHead columns={columns} />
      <div role="presentation" className="relative" style={{ height: virtual.getTotalSize() + belowLast }}>
        {virtual.getVirtualItems().map(({ index, start }) => (
          <GridRow key={lines[index]?.key ?? 'new'} {...props} grid={grid} index={index} top={start} />
        ))}
      </div>
    </div>
  )
}

function GridHead({ columns }: { columns: GridColumn[] }) {
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={1}
      className="label sticky top-0 z-20 grid items-center gap-x-2 border-b border-strong bg-plain px-4 py-1"
      style={{ gridTemplateColumns: tracksOf(columns) }}
    >
      {columns.map((column) => (
        <span key={column.id} role="columnheader" tabIndex={-1} className={column.figure ? 'text-right' : ''}>
          {column.head || <span className="sr-only">{column.id === 'number' ? 'Line' : 'Status'}</span>}
        </span>
      ))}
    </div>
  )
}

interface RowProps extends GridProps {
  grid: ReturnType<typeof useGrid>
  index: number
  top: number
}

function GridRow(props: RowProps) {
  const { lines, columns, at, selected, grid, index, top } = props
  const line = lines[index]
  const isEdited = grid.editing?.at.row === index
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={index + 2}
      aria-selected={line ? selected.has(line.id) : undefined}
      className={`absolute inset-x-0 grid items-center gap-x-2 border-b px-4 ${index === at.row ? 'bg-chosen' : ''} ${isEdited ? 'z-10' : ''}`}
      style={{ gridTemplateColumns: tracksOf(columns), height: rowHeight, top }}
    >
      {columns.map((column, place) => (
        <GridCell key={column.id} {...props} column={column} place={place} />
      ))}
    </div>
  )
}

function GridCell({
  lines,
  at,
  onAt,
  selected,
  onSelect,
  grid,
  index,
  column,
  place,
}: RowProps & { column: GridColumn; place: number }) {
  const line = lines[index]
  const here = { row: index, column: place }
  const isCurrent = index === at.row
  const isHere = isCurrent && place === at.column
  const start = grid.editing?.at.row === index && grid.editing.at.column === place ? grid.editing.start : null
  return (
    <div
      role="gridcell"
      tabIndex={isHere && start === null ? 0 : -1}
      data-cell={`${index}-${place}`}
      aria-colindex={place + 1}
      onFocus={(event) => event.target === event.currentTarget && !isHere && onAt(here)}
      onMouseDown={() => place === 0 && isCurrent && line && onSelect(line.id)}
      onDoubleClick={() => grid.edit(here)}
      className={`relative flex h-8 min-w-0 items-center overflow-visible ${column.figure ? 'justify-end font-mono' : ''} ${isHere ? 'outline-2 outline-dusk' : ''}`}
    >
      {start !== null && <CellEditor cell={column.cell!} start={start} onEnd={grid.end} />}
      {start === null && line && <LineCell line={line} column={column} selected={selected.has(line.id)} />}
      {start === null && !line && <NewLineCell place={place} />}
    </div>
  )
}

/** The row under the last line: what to do there. */
function NewLineCell({ place }: { place: number }) {
  if (place === 0) return <span className="label">+</span>
  return place === 1 ? <span className="label whitespace-nowrap">type an origin, or paste rows</span> : null
}
