import { useVirtualizer } from '@tanstack/react-virtual'
import { type KeyboardEvent, useEffect, useRef, useState } from 'react'
import type { Cells } from '#core/quote/quote'
import { CellEditor, type EndKey } from './cell'
import { type GridColumn, tracksOf } from './columns'
import { LineCell } from './row'
import type { ScreenLine } from './use-quote'

const rowHeight = 32
/** Room under the last line for a list of places that drops down. */
const belowLast = 260

export interface At {
  row: number
  column: number
}

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
  const virtual = useVirtualizer({ count: rows, getScrollElement: () => box.current, estimateSize: () => rowHeight, overscan: 8, initialRect: { width: 1280, height: 500 } })
  const tracks = tracksOf(columns)
  const wantFocus = useRef(false)

  useEffect(() => {
    if (!wantFocus.current || editing) return
    wantFocus.current = false
    box.current?.querySelector<HTMLElement>(`[data-cell="${at.row}-${at.column}"]`)?.focus()
  })

  const goTo = (row: number, column: number) => {
    const next = { row: Math.max(0, Math.min(rows - 1, row)), column: Math.max(0, Math.min(columns.length - 1, column)) }
    wantFocus.current = true
    onAt(next)
    virtual.scrollToIndex(next.row)
  }
  /** The next column that is typed into, or the first of the next line. */
  const goOn = (from: At, step: 1 | -1) => {
    for (let column = from.column + step; column > 0 && column < columns.length; column += step) if (columns[column]!.cell) return goTo(from.row, column)
    if (step > 0) return goTo(from.row + 1, 1)
    goTo(from.row - 1, columns.findLastIndex(({ cell }) => cell !== null))
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
    if (key === 'Tab') goOn(where, 1)
    else if (key === 'Shift+Tab') goOn(where, -1)
    else if (key === 'Enter') (cell === 'origin' ? goTo(where.row, where.column + 1) : cell === 'dest' && where.row >= lines.length - 1 ? goTo(where.row + 1, 1) : goTo(where.row + 1, where.column))
    else if (key === 'Escape') goTo(where.row, where.column)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (editing || event.altKey || event.metaKey) return
    const { key } = event
    const moves: Record<string, () => void> = {
      ArrowDown: () => goTo(at.row + 1, at.column), ArrowUp: () => goTo(at.row - 1, at.column), ArrowLeft: () => goTo(at.row, at.column - 1), ArrowRight: () => goTo(at.row, at.column + 1),
      PageDown: () => goTo(at.row + 12, at.column), PageUp: () => goTo(at.row - 12, at.column), Home: () => goTo(event.ctrlKey ? 0 : at.row, 1), End: () => goTo(event.ctrlKey ? rows - 1 : at.row, columns.length - 1),
      Enter: () => edit(at, typedIn(at)), F2: () => edit(at, typedIn(at)), Escape: () => goTo(at.row, 0),
    }
    const cell = columns[at.column]?.cell
    const run = event.ctrlKey && key !== 'Home' && key !== 'End' ? undefined : moves[key]
    if (run) run()
    else if ((key === ' ' && !cell) || (event.ctrlKey && key === ' ')) {
      const id = lines[at.row]?.id
      if (id && id > 0) onSelect(id)
    } else if (event.ctrlKey) return
    else if ((key === 'Delete' || key === 'Backspace') && cell && mayEdit && lines[at.row]?.cells[cell]) onType(lines[at.row]!.key, { [cell]: '' })
    else if (key.length === 1 && cell && mayEdit) edit(at, key)
    else return
    event.preventDefault()
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
      <div role="row" aria-rowindex={1} className="label sticky top-0 z-20 grid items-center gap-x-2 border-b border-strong bg-plain px-4 py-1" style={{ gridTemplateColumns: tracks }}>
        {columns.map((column) => (
          <span key={column.id} role="columnheader" className={column.figure ? 'text-right' : ''}>
            {column.head || <span className="sr-only">{column.id === 'number' ? 'Line' : 'How it stands'}</span>}
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
                    onFocus={(event) => event.target === event.currentTarget && !here && onAt({ row: index, column: place })}
                    onMouseDown={() => place === 0 && current && line && onSelect(line.id)}
                    onDoubleClick={() => edit({ row: index, column: place }, typedIn({ row: index, column: place }))}
                    className={`relative flex h-8 min-w-0 items-center overflow-visible ${column.figure ? 'justify-end font-mono' : ''} ${here ? 'outline-2 outline-dusk' : ''}`}
                  >
                    {edits ? <CellEditor cell={column.cell!} start={editing.start} onEnd={end} /> : line ? <LineCell line={line} column={column} selected={selected.has(line.id)} /> : place === 1 ? <span className="label whitespace-nowrap">type an origin, or paste rows</span> : place === 0 ? <span className="label">+</span> : null}
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
