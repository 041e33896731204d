import { useState } from 'react'
import { data, useFetcher } from 'react-router'
import { z } from 'zod'
import { person } from '#core/access/actor'
import { type ImportField, importFields, maxImportBytes } from '#core/carrier/import'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { importCarriers } from '#server/carrier/import'
import { database } from '#server/db.server'
import { readUpload } from '#server/http/upload'
import { ImportColumns, ImportRows, ImportSummary } from '../../carrier/import-outcome'
import { Alert } from '../../ui/alert'
import { sheetFiles } from '../../ui/sheet-file'
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
  const form = await readUpload(request, maxImportBytes)
  if ('refusal' in form) return data({ refusal: form.refusal }, { status: 413 })
  if (!form.file) return data({ refusal: { code: 'no_file', message: 'Choose a file first.' } }, { status: 400 })
  const columns = columnsSchema.safeParse(form.fields.columns || 'null')
  const outcome = await importCarriers(
    database(),
    form.file.content,
    { columns: columns.success ? columns.data : null, dryRun: form.fields.dryRun !== 'no' },
    { now: Date.now(), by: person(who) },
  )
  if ('refusal' in outcome) return data(outcome, { status: 400 })
  return data(outcome)
}

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
  return (
    <main className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-4 py-3">
      <div className="flex items-center gap-4">
        <h1 className="text-base font-semibold">Import carriers</h1>
        <label className="label flex items-center gap-2">
          A workbook or CSV file with a line of heads and a DOT or MC number in each row
          <input
            type="file"
            accept={sheetFiles}
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
          <ImportColumns outcome={outcome} busy={busy} onChange={(columns) => send(true, columns)} />
          <ImportSummary outcome={outcome} busy={busy} onAdd={() => send(false)} />
          <ImportRows outcome={outcome} />
        </>
      )}
      {!answer && !busy && (
        <p className="label">Nothing is added until you have seen what would happen to every row.</p>
      )}
    </main>
  )
}
