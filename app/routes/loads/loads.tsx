import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { rowsAtOnce } from '#core/listing/lists'
import { loadFilterParams, loadParams, loadQuerySchema } from '#core/load/load-query'
import { dayOf, toLocal } from '#core/time/local'
import { viewer } from '#server/access/cookie'
import { people } from '#server/access/people'
import { database } from '#server/db.server'
import { chosenColumns, chosenWidths, savedViews } from '#server/listing/choices'
import { type LoadRow, listLoads } from '#server/load/list'
import { unfinishedLoads } from '#server/load/unfinished'
import { officeOf } from '#server/office/office'
import { teams } from '#server/person/roles'
import { SavedViews } from '../../listing/saved-views'
import { loadColumns } from '../../load/load-columns'
import { LoadFilters } from '../../load/load-filters'
import { LoadTotalsLine } from '../../load/load-totals'
import { MarkedLoads } from '../../load/marked-loads'
import { UnfinishedLine } from '../../load/unfinished-line'
import { useMarks } from '../../load/use-marks'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { type Column, shownColumns } from '../../ui/table/column'
import { ColumnsMenu } from '../../ui/table/columns-menu'
import { Table } from '../../ui/table/table'
import { usePagedRows } from '../../ui/table/use-paged-rows'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import type { Route } from './+types/loads'

export const meta: Route.MetaFunction = () => [{ title: 'Loads, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const query = loadQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const who = viewer(context)
  const db = database()
  const now = Date.now()
  return {
    query,
    ...listLoads(db, query, { from: 0, limit: rowsAtOnce }),
    unfinished: unfinishedLoads(db),
    now,
    me: { id: who.id, teamId: who.teamId ?? null },
    reps: people(db),
    teams: teams(db).map(({ id, name }) => ({ id, name })),
    views: savedViews(db, who.id, 'loads'),
    columns: chosenColumns(db, who.id, 'loads'),
    widths: chosenWidths(db, who.id, 'loads'),
    today: dayOf(toLocal(now, officeOf(database()).zone)),
    zone: officeOf(database()).zone,
    mayEdit: may(who.role, 'edit_loads'),
    mayExport: may(who.role, 'export'),
  }
}

export default function Loads({ loaderData }: Route.ComponentProps) {
  const { query, total, today, zone, mayEdit } = loaderData
  const params = loadParams(query)
  const { row, want } = usePagedRows(loaderData.rows, `/loads/rows?${params}`)
  const rows = useVirtualRows(total, want)
  const [chosen, setChosen] = useState<number | null>(null)
  const navigate = useNavigate()
  const marks = useMarks()
  useLive(({ aggregate, id }) => aggregate === 'load' && loaderData.rows.some((load) => load.id === id))
  useKeys('Loads', [
    ...walkKeys(rows, 'load'),
    {
      key: 'k',
      words: 'make a copy of the chosen load',
      run: () => navigate(`/loads/new?copy=${chosen}`),
      disabled: chosen === null || !mayEdit,
    },
    {
      key: 'x',
      words: 'mark the chosen load, for many at once',
      run: () => chosen && marks.toggle(chosen),
      disabled: !mayEdit,
    },
    { key: 'Escape', words: 'mark none', run: marks.clear, disabled: marks.marked.length === 0 },
  ])
  const columns = mayEdit ? [...loadColumns, copyColumn, marks.column] : loadColumns
  const shown = shownColumns(columns, loaderData.columns, loaderData.widths)
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <Head data={loaderData} params={params} columns={columns} shown={shown} />
      {mayEdit && <UnfinishedLine loads={loaderData.unfinished} now={loaderData.now} zone={zone} />}
      <Table
        list="loads"
        label="Loads"
        columns={shown}
        rows={rows}
        row={row}
        total={total}
        sort={query.sort}
        params={loadFilterParams(query)}
        now={{ today, zone }}
        hrefOf={({ id }) => `/loads/${id}`}
        onChoose={({ id }) => setChosen(id)}
        empty="Nothing fits. Clear a filter, or try a number (PR-26012), a city, or part of a customer's name."
      />
      <MarkedLoads ids={marks.marked} reps={loaderData.reps} onClear={marks.clear} />
    </main>
  )
}

const copyColumn: Column<LoadRow> = {
  id: 'copy',
  head: '',
  width: '36px',
  shown: 'always',
  cell: ({ id, number }) => (
    <Link to={`/loads/new?copy=${id}`} className="link" aria-label={`Copy ${number}`}>
      Copy
    </Link>
  ),
}

function Head({
  data: { query, total, readAs, me, reps, teams, views, columns: chosen, mayEdit, mayExport },
  params,
  columns,
  shown,
}: {
  data: Route.ComponentProps['loaderData']
  params: string
  columns: readonly Column<LoadRow>[]
  shown: Column<LoadRow>[]
}) {
  return (
    <header className="flex flex-col gap-2 border-b border-strong px-4 py-2">
      <div className="flex items-center gap-3">
        <h1 className="text-base font-semibold">Loads</h1>
        <span className="label">
          {total.toLocaleString('en-US')} found{readAs && ` for “${readAs}”: no load has what was typed`}
        </span>
        <LoadTotalsLine params={loadFilterParams(query)} version={total} />
        <span className="ml-auto flex gap-2">
          <ColumnsMenu list="loads" columns={columns} shown={shown} isChosen={chosen !== null} />
          {mayExport && (
            <a className="button" href={`/loads.csv?${params}`}>
              Export CSV
            </a>
          )}
          {mayEdit && (
            <Link className="button first" to="/loads/new">
              New load <kbd className="key">n</kbd>
            </Link>
          )}
        </span>
      </div>
      <LoadFilters query={query} me={me} reps={reps} teams={teams} params={params} />
      <SavedViews list="loads" path="/loads" views={views} params={params} />
    </header>
  )
}
