import { useEffect, useRef, useState } from 'react'
import { cellsFrom, hasEnds, type PastedSheet, recogniseColumns } from '#core/quote/columns'
import { type Cells, maxLines } from '#core/quote/quote'
import type { Posted } from '../ui/post'
import { readSheet } from './read-sheet'

/** Rows priced in one go: small enough that progress is seen and a stop is heeded. */
const rowsInPart = 100

/** Pasted text, read as a sheet whose columns were recognised; a column can be set by hand. */
function useSheet(initial: string) {
  const [text, setText] = useState(initial)
  const [rows, setRows] = useState<string[][]>([])
  const [sheet, setSheet] = useState<PastedSheet>({ headRows: 0, columns: [] })
  useEffect(() => {
    let current = true
    if (!text.trim()) return setRows([])
    void readSheet(text).then((read) => {
      if (!current) return
      setRows(read)
      setSheet(recogniseColumns(read))
    })
    return () => {
      current = false
    }
  }, [text])
  return { text, setText, rows, sheet, setSheet, cells: cellsFrom(rows, sheet) }
}

const quoted = (cell: string): string => (/[\t\n"]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)

/** The rows after the first `taken`, as text under their own heads. */
function restOf(rows: string[][], sheet: PastedSheet, taken: number): string {
  const filled = rows.filter((row, at) => at < sheet.headRows || row.some((cell) => cell.trim() !== ''))
  const rest = [...filled.slice(0, sheet.headRows), ...filled.slice(sheet.headRows + taken)]
  return rest.map((row) => row.map(quoted).join('\t')).join('\n')
}

function overflowWords(holder: string, taken: number, left: number): string {
  const [max, some, others] = [maxLines, taken, left].map((count) => count.toLocaleString('en-US'))
  return `A ${holder} holds ${max} lines: ${some} rows were taken, the other ${others} are here for another ${holder}.`
}

export interface PasteProps {
  initial: string
  /** What the lines go into: a quote, a project. */
  holder: 'quote' | 'project'
  /** Lines that it has already. */
  standing: number
  addRows: (rows: Cells[]) => Promise<Posted<unknown>>
  onClose: () => void
}

/** Rows from a spreadsheet and adding them part by part; what was not taken stays in the box. */
export function usePaste({ initial, holder, standing, addRows, onClose }: PasteProps) {
  const pasted = useSheet(initial)
  const { rows, sheet, cells, setText } = pasted
  /** How many rows were added so far; null while nothing is being added. */
  const [done, setDone] = useState<number | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  const isStopped = useRef(false)
  const taking = cells.slice(0, maxLines - standing)
  const leaveRest = (taken: number, words: string) => {
    setText(restOf(rows, sheet, taken))
    setDone(null)
    setMessage(words)
  }
  const take = async () => {
    isStopped.current = false
    setMessage(null)
    setDone(0)
    for (let from = 0; from < taking.length; from += rowsInPart) {
      if (isStopped.current) return leaveRest(from, `Stopped: ${from} rows were taken, the rest are here.`)
      const part = taking.slice(from, from + rowsInPart)
      const answer = await addRows(part)
      if (!answer.ok) return leaveRest(from, `${answer.message} ${from} rows were taken, the rest are here.`)
      setDone(from + part.length)
    }
    if (cells.length === taking.length) return onClose()
    leaveRest(taking.length, overflowWords(holder, taking.length, cells.length - taking.length))
  }
  const stop = () => {
    isStopped.current = true
  }
  return { ...pasted, done, message, total: taking.length, hasEnds: hasEnds(sheet.columns), take, stop }
}
