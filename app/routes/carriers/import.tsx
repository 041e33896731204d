import { useState } from 'react'
import { data, Link, useFetcher } from 'react-router'
import { z } from 'zod'
import { person } from '#core/access/actor'
import { type ImportField, importFields, importFieldWords, mostImportBytes } from '#core/carrier/import'
import { safeCell } from '#core/export/cell'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { importCarriers } from '#server/carrier/import'
import { database } from '#server/db.server'
import { readUpload } from '#server/http/upload'
import { Standing } from '../../carrier/standing'
import { Alert } from '../../ui/alert'
import type { Route } from './+types/import'

export const meta: Route.MetaFunction = () => [{ title: 'Import carriers, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  requirePermission(viewer(context), 'edit_carriers')
  return null
}

const columnsSchema = z
  .string()
  .transform((text, context) => {
    try {
      return JSON.parse(text) as unknown
    } catch {
      context.addIssue({ code: 'custom', message: 'Not the columns of a list' })
      return z.NEVER
    }
  })
  .pipe(z.array(z.enum(importFields).nullable()).max(100).nullable())

export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_carriers')
  const form = await readUpload(request, mostImportBytes)
  if ('refusal' in form) return data({ refusal: form.refusal }, { status: 413 })
  if (!form.file) return data({ refusal: { code: 'no_file', message: 'Choose a CSV file first.' } }, { status: 400 })
  const columns = columnsSchema.safeParse(form.fields.columns || 'null')
  const outcome = await importCarriers(
    database(),
    form.file.content.toString('utf8'),
    { columns: columns.success ? columns.data : null, dryRun: form.fields.dryRun !== 'no' },
    { now: Date.now(), by: person(who) },
  )
  if ('refusal' in outcome) return data(outcome, { status: 400 })
  return data(outcome)
}

const resultWords = { added: 'to add', held: 'with us', bad: 'left out' } as const
const shown = 300

export default function CarriersImport() {
  const fetcher = useFetcher<typeof action>()
  const [file, setFile] = useState<File | null>(null)
  const busy = fetcher.state !== 'idle'
  const answer = fetcher.data
  const outcome = answer && 'rows' in answer ? answer : null
  const send = (dryRun: boolean, columns: (ImportField | null)[] | null = outcome?.columns ?? null, from = file) => {
    if (!from) return
    const body = new FormData()
    body.set('file', from)
    body.set('dryRun', dryRun ? 'yes' : 'no')
    body.set('columns', JSON.stringify(columns))
    void fetcher.submit(body, { method: 'post', encType: 'multipart/form-data' })
  }
  const setColumn = (at: number, field: ImportField | null) =>
    outcome &&
    send(
      true,
      outcome.columns.map((each, index) => {
        if (index === at) return field
        if (each === field) return null
        return each
      }),
    )
  return (
    <main className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-4 py-3">
      <div className="flex items-center gap-4">
        <h1 className="text-base font-semibold">Import carriers</h1>
        <label className="label flex items-center gap-2">
          A CSV file with a line of heads and a DOT or MC number in each row
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            onChange={(event) => {
              const chosen = event.target.files?.[0] ?? null
              setFile(chosen)
              send(true, null, chosen)
            }}
          />
        </label>
        <span role="status" className="label">
          {busy ? 'Reading the list…' : ''}
        </span>
      </div>
      <Alert>{answer && 'refusal' in answer && answer.refusal.message}</Alert>
      {outcome && (
        <>
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
          <div className="flex items-center gap-4 border-t pt-2">
            <p className="font-semibold">
              {outcome.dryRun ? `${outcome.added} to add` : `${outcome.added} added`}, {outcome.held} already with us,{' '}
              <span className={outcome.bad > 0 ? 'text-bill' : ''}>{outcome.bad} left out</span>
            </p>
            {outcome.dryRun && outcome.added > 0 && (
              <button type="button" className="button first" disabled={busy} onClick={() => send(false)}>
                Add {outcome.added}
              </button>
            )}
            {outcome.bad > 0 && (
              <a className="text-dusk underline" download="left-out.csv" href={badRowsUrl(outcome)}>
                The rows left out, as CSV
              </a>
            )}
            {!outcome.dryRun && (
              <Link to="/carriers" className="text-dusk underline">
                To the carriers
              </Link>
            )}
          </div>
          <ul aria-label="Rows of the list">
            {outcome.rows.slice(0, shown).map((row) => (
              <li
                key={row.line}
                className="grid grid-cols-[60px_80px_minmax(0,1fr)_minmax(0,1.6fr)] gap-3 border-t py-1"
              >
                <span className="label">line {row.line}</span>
                <span className={resultTone[row.result]}>
                  {outcome.dryRun || row.result !== 'added' ? resultWords[row.result] : 'added'}
                </span>
                <span className="truncate">
                  {row.carrierId ? (
                    <Link to={`/carriers/${row.carrierId}`} className="text-dusk underline">
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
        </>
      )}
      {!answer && !busy && (
        <p className="label">Nothing is added until you have seen what would happen to every row.</p>
      )}
    </main>
  )
}

/** The rows that were left out, each with its reason, to be mended and brought again. */
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
