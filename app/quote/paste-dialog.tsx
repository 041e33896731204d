import { useEffect, useRef, useState } from 'react'
import { type ColumnKind, columnKinds } from '#core/quote/column-names'
import { cellsFrom, hasEnds, type PastedSheet, recogniseColumns } from '#core/quote/columns'
import { maxLines } from '#core/quote/quote'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { readSheet } from './read-sheet'
import type { Quoting } from './use-quote'

const columnWords: Record<ColumnKind, string> = {
  origin: 'Origin',
  origin_city: 'Origin city',
  origin_region: 'Origin state',
  origin_postal: 'Origin code',
  dest: 'Destination',
  dest_city: 'Destination city',
  dest_region: 'Destination state',
  dest_postal: 'Destination code',
  equipment: 'Equipment',
  weight: 'Weight',
  pickup: 'Pickup',
  pickup_to: 'Pickup until',
  loads: 'Loads',
  commodity: 'Freight',
  extras: 'Extra charges',
  price: 'Our price',
  theirs: 'They pay',
  comment: 'Comment',
}

/** Rows priced in one go: small enough that progress is seen and a stop is heeded. */
const rowsInPart = 100
const shownRows = 6

/** Takes rows copied from a spreadsheet: shows what the columns were understood to be, then prices them part by part. */
export function PasteDialog({
  initial,
  standing,
  act,
  onClose,
}: {
  initial: string
  standing: number
  act: Quoting['act']
  onClose: () => void
}) {
  const [text, setText] = useState(initial)
  const [rows, setRows] = useState<string[][]>([])
  const [sheet, setSheet] = useState<PastedSheet>({ headRows: 0, columns: [] })
  const [done, setDone] = useState<number | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  const stopped = useRef(false)
  const button = useRef<HTMLButtonElement>(null)
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
  const stop = () => {
    stopped.current = true
  }
  const cells = cellsFrom(rows, sheet)
  const ready = cells.length > 0 && hasEnds(sheet.columns)
  useEffect(() => {
    // Pasted into the grid, all is there: Enter takes it.
    if (initial && ready) button.current?.focus()
  }, [initial, ready])
  const room = maxLines - standing
  const taking = cells.slice(0, room)
  const take = async () => {
    stopped.current = false
    setMessage(null)
    setDone(0)
    for (let at = 0; at < taking.length; at += rowsInPart) {
      if (stopped.current) return leaveRest(at, `Stopped: ${at} rows were taken, the rest are here.`)
      const part = taking.slice(at, at + rowsInPart)
      const answer = await act({ intent: 'add_lines', rows: part.map((each) => ({ cells: each })) })
      if (!answer.ok) return leaveRest(at, `${answer.message} ${at} rows were taken, the rest are here.`)
      setDone(at + part.length)
    }
    if (cells.length > taking.length)
      return leaveRest(
        taking.length,
        `A quote holds ${maxLines.toLocaleString('en-US')} lines: ${taking.length.toLocaleString('en-US')} rows were taken, the other ${(cells.length - taking.length).toLocaleString('en-US')} are here for another quote.`,
      )
    onClose()
  }
  /** What was not taken stays in the box, as it was, under its own heads. */
  const leaveRest = (taken: number, words: string) => {
    const filled = rows.filter((row, at) => at < sheet.headRows || row.some((each) => each.trim() !== ''))
    const rest = [...filled.slice(0, sheet.headRows), ...filled.slice(sheet.headRows + taken)]
    setText(
      rest
        .map((row) => row.map((each) => (/[\t\n"]/.test(each) ? `"${each.replaceAll('"', '""')}"` : each)).join('\t'))
        .join('\n'),
    )
    setDone(null)
    setMessage(words)
  }
  return (
    <Dialog open onClose={() => (done === null ? onClose() : stop())} title="Rows from a spreadsheet" wide="sheet">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void take()
        }}
        className="flex flex-col gap-3"
      >
        <label className="label" htmlFor="pasted">
          Paste rows here, headers included; bad ones are kept and marked
        </label>
        <textarea
          id="pasted"
          value={text}
          onChange={(event) => setText(event.target.value)}
          rows={initial ? 3 : 7}
          autoFocus={!initial}
          disabled={done !== null}
          className="field !h-auto py-1 font-mono text-sm whitespace-pre"
        />
        {cells.length > 0 && <Preview rows={rows} sheet={sheet} onSheet={setSheet} />}
        <Alert>{message}</Alert>
        {rows.length > 0 && !hasEnds(sheet.columns) && (
          <p className="text-ring-text">Say which columns are the origin and the destination.</p>
        )}
        {done !== null && (
          <div
            role="progressbar"
            aria-label="Rows priced"
            aria-valuemin={0}
            aria-valuemax={taking.length}
            aria-valuenow={done}
            className="h-2 border border-strong"
          >
            <div className="h-full bg-dusk" style={{ width: `${(done / Math.max(1, taking.length)) * 100}%` }} />
          </div>
        )}
        <div className="flex items-center gap-3">
          <button type="submit" className="button first" ref={button} disabled={done !== null || !ready}>
            {done === null
              ? `Price ${cells.length === 1 ? 'this row' : `these ${cells.length.toLocaleString('en-US')} rows`}`
              : `${done} of ${taking.length}…`}{' '}
            <kbd className="key">Enter</kbd>
          </button>
          {done !== null && (
            <button type="button" className="button" onClick={stop}>
              Stop
            </button>
          )}
        </div>
      </form>
    </Dialog>
  )
}

function Preview({
  rows,
  sheet,
  onSheet,
}: {
  rows: string[][]
  sheet: PastedSheet
  onSheet: (sheet: PastedSheet) => void
}) {
  const set = (column: number, kind: ColumnKind | null) =>
    onSheet({
      ...sheet,
      columns: sheet.columns.map((each, at) => {
        if (at === column) return kind
        if (each === kind) return null
        return each
      }),
    })
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="How the columns were understood">
      <table className="w-full text-sm">
        <thead>
          <tr>
            {sheet.columns.map((kind, column) => (
              <th key={column} className="p-0.5 text-left">
                <select
                  aria-label={`Column ${column + 1} holds`}
                  className={`field !h-7 min-w-24 text-sm ${kind ? 'font-semibold' : 'text-second'}`}
                  value={kind ?? ''}
                  onChange={(event) => set(column, (event.target.value || null) as ColumnKind | null)}
                >
                  <option value="">(not used)</option>
                  {columnKinds.map((each) => (
                    <option key={each} value={each}>
                      {columnWords[each]}
                    </option>
                  ))}
                </select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, sheet.headRows + shownRows).map((row, at) => (
            <tr key={at} className={`border-t ${at < sheet.headRows ? 'text-second italic' : ''}`}>
              {sheet.columns.map((kind, column) => (
                <td key={column} className={`max-w-48 truncate px-2 py-0.5 ${kind ? '' : 'text-second'}`}>
                  {row[column]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
