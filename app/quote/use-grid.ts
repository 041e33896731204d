import { type ClipboardEvent, type KeyboardEvent, useState } from 'react'
import type { Cells } from '#core/quote/quote'
import type { EndKey } from './cell'
import type { GridColumn } from './columns'
import { type At, downFrom, movedBy, typedNext } from './grid-moves'
import type { ScreenLine } from './screen-lines'

interface GridState {
  lines: ScreenLine[]
  columns: GridColumn[]
  at: At
  rows: number
  mayEdit: boolean
  /** Puts the cursor into a cell. */
  goTo: (at: At) => void
  onSelect: (lineId: number) => void
  onType: (key: string | null, cells: Cells) => void
  onPaste: (text: string) => void
}

/** What keys and pasting do in the grid, and the cell that is being typed into. */
export function useGrid({ lines, columns, at, rows, mayEdit, goTo, onSelect, onType, onPaste }: GridState) {
  const [editing, setEditing] = useState<{ at: At; start: string } | null>(null)
  const cellAt = (where: At) => columns[where.column]?.cell ?? null
  const typedAt = (where: At) => {
    const cell = cellAt(where)
    return cell ? (lines[where.row]?.cells[cell] ?? '') : ''
  }
  const edit = (where: At, start = typedAt(where)) => {
    const state = lines[where.row]?.state
    if (!mayEdit || !cellAt(where) || state === 'won' || state === 'lost') return
    setEditing({ at: where, start })
  }
  const end = (text: string | null, key: EndKey) => {
    if (!editing) return
    const { at: where } = editing
    const line = lines[where.row]
    setEditing(null)
    if (text !== null && text !== typedAt(where) && (line || text !== ''))
      onType(line?.key ?? null, cellsTyped(lines, line, { [cellAt(where)!]: text }))
    const next = nextAfter(key, columns, where, lines.length)
    if (next) goTo(next)
  }
  /** Keys of a cell that is not being typed into; whether it took the key. */
  const take = ({ key, ctrlKey }: KeyboardEvent): boolean => {
    const cell = cellAt(at)
    const line = lines[at.row]
    const moves = !ctrlKey || key === 'Home' || key === 'End'
    const moved = moves ? movedBy(key, at, { rows, columns: columns.length }, ctrlKey) : null
    if (moved) goTo(moved)
    else if (key === ' ' && (ctrlKey || !cell)) {
      if (line && line.id > 0) onSelect(line.id)
    } else if (ctrlKey) return false
    else if (key === 'Enter' || key === 'F2') edit(at)
    else if ((key === 'Delete' || key === 'Backspace') && cell && mayEdit && line?.cells[cell])
      onType(line.key, { [cell]: '' })
    else if (key.length === 1 && cell && mayEdit) edit(at, key)
    else return false
    return true
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (!editing && !event.altKey && !event.metaKey && take(event)) event.preventDefault()
  }
  const onClipboard = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text/plain')
    if (editing || !mayEdit || !text.trim()) return
    event.preventDefault()
    if (/[\t\n\r]/.test(text.trim())) return onPaste(text)
    const cell = cellAt(at)
    if (cell) onType(lines[at.row]?.key ?? null, { [cell]: text.trim() })
  }
  return { editing, edit, end, onKeyDown, onClipboard }
}

/** A line begins with the equipment of the one before it: the last thing chosen is the first thing offered. */
function cellsTyped(lines: ScreenLine[], line: ScreenLine | undefined, typed: Cells): Cells {
  const before = line ? undefined : lines.at(-1)?.cells.equipment
  return before ? { equipment: before, ...typed } : typed
}

function nextAfter(key: EndKey, columns: GridColumn[], from: At, lines: number): At | null {
  switch (key) {
    case 'Tab':
      return typedNext(columns, from, 1)
    case 'Shift+Tab':
      return typedNext(columns, from, -1)
    case 'Enter':
      return downFrom(columns, from, lines)
    case 'Escape':
      return from
    default:
      return null
  }
}
