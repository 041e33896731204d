import { useVirtualizer } from '@tanstack/react-virtual'
import { type KeyboardEvent, useEffect, useRef, useState } from 'react'
import type { Cells } from '#core/quote/quote'
import { CellEditor, type EndKey } from './cell'
import { type GridColumn, tracksOf } from './columns'
import { type At, downFrom, movedBy, typedNext } from './grid-moves'
import { LineCell } from './row'
import type { ScreenLine } from './use-quote'

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
export function QuoteGrid({ lines, columns, at, onAt, selected, onSelect, onType, onPaste, mayEdit }: GridProps) {
  const box = useRef<HTMLDivElement>(null)
  const [editing, setEditing] = useState<{ at: At; start: string } | null>(null)
  const rows = lines.length + (mayEdit ? 1 : 0)
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => box.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    initialRect: { width: 1280, height: 500 },
  })
  const tracks = tracksOf(columns)
  const wantFocus = useRef(false)

  useEffect(() => {
    if (!wantFocus.current || editing) return
    wantFocus.current = false
    box.current?.querySelector<HTMLElement>(`[data-cell="${at.row}-${at.column}"]`)?.focus()
  })

  const goTo = (next: At) => {
    const kept = { row: Math.max(0, Math.min(rows - 1, next.row)), column: next.column }
    wantFocus.current = true
    onAt(kept)
    virtual.scrollToIndex(kept.row)
  }
  const edit = (where: At, start: string) => {
    const cell = columns[where.column]?.cell
    const line = lines[where.row]
    if (!mayEdit || !cell || line?.state === 'won' || line?.state === 'lost') return
    setEditing({ at: where, start })
  }
  const typedIn = (where: At) => {
    const cell = columns[where.column]?.cell
    return cell ? (lines[where.row]?.cells[cell] ?? '') : ''
  }
  const end = (text: string | null, key: EndKey) => {
    if (!editing) return
    const { at: where } = editing
    const cell = columns[where.column]!.cell!
    const line = lines[where.row]
    setEditing(null)
    if (text !== null && text !== (line?.cells[cell] ?? '') && (line || text !== '')) {
      // A line begins with the equipment of the one before it: the last thing chosen is the first thing offered.
      const before = lines.at(-1)?.cells.equipment
      onType(line?.key ?? null, line ? { [cell]: text } : { ...(before ? { equipment: before } : {}), [cell]: text })
    }
    if (key === 'Tab') goTo(typedNext(columns, where, 1))
    else if (key === 'Shift+Tab') goTo(typedNext(columns, where, -1))
    else if (key === 'Enter') goTo(downFrom(columns, where, lines.length))
    else if (key === 'Escape') goTo(where)
  }
  /** Keys of a cell that is not being typed into; whether it took the key. */
  const take = ({ key, ctrlKey }: KeyboardEvent): boolean => {
    const cell = columns[at.column]?.cell
    const line = lines[at.row]
    const moved =
      !ctrlKey || key === 'Home' || key === 'End' ? movedBy(key, at, { rows, columns: columns.length }, ctrlKey) : null
    if (moved) goTo(moved)
    else if (key === ' ' && (ctrlKey || !cell)) {
      if (line && line.id > 0) onSelect(line.id)
    } else if (ctrlKey) return false
    else if (key === 'Enter' || key === 'F2') edit(at, typedIn(at))
    else if ((key === 'Delete' || key === 'Backspace') && cell && mayEdit && line?.cells[cell])
      onType(line.key, { [cell]: '' })
    else if (key.length === 1 && cell && mayEdit) edit(at, key)
    else return false
    return true
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (!editing && !event.altKey && !event.metaKey && take(event)) event.preventDefault()
  }
  return (
    <div
      ref={box}
      role="grid"
      aria-label="Lines of the quote"
      aria-rowcount={rows + 1}
      aria-colcount={columns.length}
      className="min-h-0 flex-1 overflow-x-hidden overflow-y-auto"
      onKeyDown={onKeyDown}
      onPaste={(event) => {
        if (editing || !mayEdit) return
        const text = event.clipboardData.getData('text/plain')
        if (!text.trim()) return
        event.preventDefault()
        if (/[\t\n\r]/.test(text.trim())) return onPaste(text)
        const cell = columns[at.column]?.cell
        if (cell) onType(lines[at.row]?.key ?? null, { [cell]: text.trim() })
      }}
    >
      <div
        role="row"
        tabIndex={-1}
        aria-rowindex={1}
        className="label sticky top-0 z-20 grid items-center gap-x-2 border-b border-strong bg-plain px-4 py-1"
        style={{ gridTemplateColumns: tracks }}
      >
        {columns.map((column) => (
          <span key={column.id} role="columnheader" tabIndex={-1} className={column.figure ? 'text-right' : ''}>
            {column.head || <span className="sr-only">{column.id === 'number' ? 'Line' : 'Status'}</span>}
          </span>
        ))}
      </div>
      <div role="presentation" className="relative" style={{ height: virtual.getTotalSize() + belowLast }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const line = lines[index]
          const current = index === at.row
          return (
            <div
              key={line?.key ?? 'new'}
              role="row"
              tabIndex={-1}
              aria-rowindex={index + 2}
              aria-selected={line ? selected.has(line.id) : undefined}
              className={`absolute inset-x-0 grid items-center gap-x-2 border-b px-4 ${current ? 'bg-chosen' : ''} ${editing?.at.row === index ? 'z-10' : ''}`}
              style={{ gridTemplateColumns: tracks, height: rowHeight, top: start }}
            >
              {columns.map((column, place) => {
                const here = current && place === at.column
                const edits = editing?.at.row === index && editing.at.column === place
                return (
                  <div
                    key={column.id}
                    role="gridcell"
                    tabIndex={here && !edits ? 0 : -1}
                    data-cell={`${index}-${place}`}
                    aria-colindex={place + 1}
                    onFocus={(event) =>
                      event.target === event.currentTarget && !here && onAt({ row: index, column: place })
                    }
                    onMouseDown={() => place === 0 && current && line && onSelect(line.id)}
                    onDoubleClick={() => edit({ row: index, column: place }, typedIn({ row: index, column: place }))}
                    className={`relative flex h-8 min-w-0 items-center overflow-visible ${column.figure ? 'justify-end font-mono' : ''} ${here ? 'outline-2 outline-dusk' : ''}`}
                  >
                    {edits ? (
                      <CellEditor cell={column.cell!} start={editing.start} onEnd={end} />
                    ) : line ? (
                      <LineCell line={line} column={column} selected={selected.has(line.id)} />
                    ) : place === 1 ? (
                      <span className="label whitespace-nowrap">type an origin, or paste rows</span>
                    ) : place === 0 ? (
                      <span className="label">+</span>
                    ) : null}
                  </div>
                )
              })}
            </div>
          )
        })}
      </div>
    </div>
  )
}
