import { Link } from 'react-router'
import { type ImportField, importFields, importFieldWords } from '#core/carrier/import'
import { safeCell } from '#core/export/cell'
import type { ImportOutcome } from '#server/carrier/import'
import { Standing } from './standing'

const resultWords = { added: 'to add', held: 'with us', bad: 'left out' } as const
const shown = 300

/** Which column holds what; a change is tried at once. */
export function ImportColumns({
  outcome,
  busy,
  onChange,
}: {
  outcome: ImportOutcome
  busy: boolean
  onChange: (columns: (ImportField | null)[]) => void
}) {
  // A field is in one column: where it was before is left out then.
  const setColumn = (at: number, field: ImportField | null) =>
    onChange(
      outcome.columns.map((each, index) => {
        if (index === at) return field
        return each === field ? null : each
      }),
    )
  return (
    <fieldset className="flex flex-wrap gap-3 border-t pt-2">
      <legend className="label">Columns</legend>
      {outcome.header.map((head, at) => (
        <label key={`${head} ${at}`} className="flex flex-col">
          <span className="label">{head || `column ${at + 1}`}</span>
          <select
            className="field !w-36"
            value={outcome.columns[at] ?? ''}
            disabled={busy || !outcome.dryRun}
            onChange={(event) => setColumn(at, (event.target.value || null) as ImportField | null)}
          >
            <option value="">left out</option>
            {importFields.map((field) => (
              <option key={field} value={field}>
                {importFieldWords[field]}
              </option>
            ))}
          </select>
        </label>
      ))}
    </fieldset>
  )
}

/** What would come of the list, or came of it, in a line. */
export function ImportSummary({ outcome, busy, onAdd }: { outcome: ImportOutcome; busy: boolean; onAdd: () => void }) {
  return (
    <div className="flex items-center gap-4 border-t pt-2">
      <p className="font-semibold">
        {outcome.dryRun ? `${outcome.added} to add` : `${outcome.added} added`}, {outcome.held} already with us,{' '}
        <span className={outcome.bad > 0 ? 'text-bill' : ''}>{outcome.bad} left out</span>
      </p>
      {outcome.dryRun && outcome.added > 0 && (
        <button type="button" className="button first" disabled={busy} onClick={onAdd}>
          Add {outcome.added}
        </button>
      )}
      {outcome.bad > 0 && (
        <a className="link" download="left-out.csv" href={badRowsUrl(outcome)}>
          The rows left out, as CSV
        </a>
      )}
      {!outcome.dryRun && (
        <Link to="/carriers" className="link">
          To the carriers
        </Link>
      )}
    </div>
  )
}

/** The list's first rows, each with what becomes of it. */
export function ImportRows({ outcome }: { outcome: ImportOutcome }) {
  return (
    <ul aria-label="Rows of the list">
      {outcome.rows.slice(0, shown).map((row) => (
        <li key={row.line} className="grid grid-cols-[60px_80px_minmax(0,1fr)_minmax(0,1.6fr)] gap-3 border-t py-1">
          <span className="label">line {row.line}</span>
          <span className={resultTone[row.result]}>
            {outcome.dryRun || row.result !== 'added' ? resultWords[row.result] : 'added'}
          </span>
          <span className="truncate">
            {row.carrierId ? (
              <Link to={`/carriers/${row.carrierId}`} className="link">
                {row.name}
              </Link>
            ) : (
              row.name || row.cells.join(', ')
            )}
          </span>
          <span>
            {row.verdict && <Standing verdict={row.verdict as 'clear'} />} {row.why}{' '}
            {row.shares.length > 0 && (
              <span className="text-ring-text">shares something with {row.shares.join(', ')}</span>
            )}
          </span>
        </li>
      ))}
      {outcome.rows.length > shown && (
        <li className="label border-t py-1">and {outcome.rows.length - shown} more rows</li>
      )}
    </ul>
  )
}

/** The rows that were left out, each with its reason, to be fixed and brought again. */
function badRowsUrl(outcome: { header: string[]; rows: { result: string; cells: string[]; why: string }[] }): string {
  const lines = [
    [...outcome.header, 'why left out'],
    ...outcome.rows
      .filter((row) => row.result === 'bad')
      .map((row) => [...outcome.header.map((_, at) => row.cells[at] ?? ''), row.why]),
  ]
  return `data:text/csv;charset=utf-8,${encodeURIComponent(lines.map((cells) => cells.map((cell) => `"${String(safeCell(cell)).replaceAll('"', '""')}"`).join(',')).join('\r\n'))}`
}

const resultTone = { bad: 'text-bill', held: 'label', added: 'text-acacia' }
