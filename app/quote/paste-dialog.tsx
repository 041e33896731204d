import { useEffect, useRef } from 'react'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { sheetFiles, textOfFile } from '../ui/sheet-file'
import { PastePreview } from './paste-preview'
import { type PasteProps, usePaste } from './use-paste'

/** Takes rows copied from a spreadsheet: shows what the columns were understood to be, then adds them part by part. */
export function PasteDialog(props: PasteProps) {
  const { initial, onClose } = props
  const paste = usePaste(props)
  const { rows, sheet, cells, done } = paste
  const button = useRef<HTMLButtonElement>(null)
  const isReady = cells.length > 0 && paste.hasEnds
  useEffect(() => {
    // Pasted into the grid, all is there: Enter takes it.
    if (initial && isReady) button.current?.focus()
  }, [initial, isReady])
  return (
    <Dialog
      open
      onClose={() => (done === null ? onClose() : paste.stop())}
      title="Rows from a spreadsheet"
      wide="sheet"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void paste.take()
        }}
        className="flex flex-col gap-3"
      >
        <label className="label" htmlFor="pasted">
          Paste rows here, headers included; bad ones are kept and marked
        </label>
        <textarea
          id="pasted"
          value={paste.text}
          onChange={(event) => paste.setText(event.target.value)}
          rows={initial ? 3 : 7}
          autoFocus={!initial}
          disabled={done !== null}
          className="field !h-auto py-1 font-mono text-sm whitespace-pre"
        />
        {rows.length === 0 && (
          <label className="label flex items-center gap-2">
            or choose the file
            <input
              type="file"
              accept={sheetFiles}
              onChange={async (event) => paste.setText(await textOfFile(event.target.files?.[0], paste.text))}
            />
          </label>
        )}
        {cells.length > 0 && <PastePreview rows={rows} sheet={sheet} onSheet={paste.setSheet} />}
        <Alert>{paste.message}</Alert>
        {rows.length > 0 && !paste.hasEnds && (
          <p className="text-ring-text">Say which columns are the origin and the destination.</p>
        )}
        {done !== null && <Progress done={done} total={paste.total} />}
        <div className="flex items-center gap-3">
          <button type="submit" className="button first" ref={button} disabled={done !== null || !isReady}>
            {done === null
              ? `${props.holder === 'quote' ? 'Price' : 'Add'} ${rowsWords(cells.length)}`
              : `${done} of ${paste.total}…`}{' '}
            <kbd className="key">Enter</kbd>
          </button>
          {done !== null && (
            <button type="button" className="button" onClick={paste.stop}>
              Stop
            </button>
          )}
        </div>
      </form>
    </Dialog>
  )
}

const rowsWords = (count: number): string => (count === 1 ? 'this row' : `these ${count.toLocaleString('en-US')} rows`)

function Progress({ done, total }: { done: number; total: number }) {
  return (
    <div
      role="progressbar"
      aria-label="Rows priced"
      aria-valuemin={0}
      aria-valuemax={total}
      aria-valuenow={done}
      className="h-2 border border-strong"
    >
      <div className="h-full bg-dusk" style={{ width: `${(done / Math.max(1, total)) * 100}%` }} />
    </div>
  )
}
