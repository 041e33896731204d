import { useState } from 'react'
import { useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { directoryFilterParams, directoryParams, directoryQuerySchema } from '#core/carrier/directory'
import { rowsAtOnce } from '#core/listing/lists'
import { dayOf, toLocal } from '#core/time/local'
import { viewer } from '#server/access/cookie'
import { readDirectory } from '#server/carrier/directory'
import { database } from '#server/db.server'
import { chosenColumns, chosenWidths, savedViews } from '#server/listing/choices'
import { officeOf } from '#server/office/office'
import { AddCarrierDialog } from '../../carrier/add-dialog'
import { directoryColumns } from '../../carrier/directory-columns'
import { DirectoryHead } from '../../carrier/directory-head'
import { Filters } from '../../carrier/filters'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { shownColumns } from '../../ui/table/column'
import { ColumnsMenu } from '../../ui/table/columns-menu'
import { Table } from '../../ui/table/table'
import { usePagedRows } from '../../ui/table/use-paged-rows'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import type { Route } from './+types/carriers'

export const meta: Route.MetaFunction = () => [{ title: 'Carriers, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const query = directoryQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const now = Date.now()
  const who = viewer(context)
  const db = database()
  return {
    query,
    ...readDirectory(db, query, { from: 0, limit: rowsAtOnce }, now),
    views: savedViews(db, who.id, 'carriers'),
    columns: chosenColumns(db, who.id, 'carriers'),
    widths: chosenWidths(db, who.id, 'carriers'),
    today: dayOf(toLocal(now, officeOf(database()).zone)),
    zone: officeOf(database()).zone,
    mayEdit: may(who.role, 'edit_carriers'),
  }
}

export default function Carriers({ loaderData }: Route.ComponentProps) {
  const { query, total, counts, views, today, zone, mayEdit } = loaderData
  const params = directoryParams(query)
  const { row, want } = usePagedRows(loaderData.rows, `/carriers/rows?${params}`)
  const rows = useVirtualRows(total, want)
  const [adding, setAdding] = useState(false)
  const navigate = useNavigate()
  useLive(({ aggregate }) => aggregate === 'carrier')
  useKeys('Carriers', [
    ...walkKeys(rows, 'carrier'),
    { key: 's', words: 'search', run: () => document.querySelector<HTMLElement>('input[name="q"]')?.focus() },
    { key: 'a', words: 'add a carrier', run: () => setAdding(true), disabled: !mayEdit },
    { key: 'w', words: 'what needs attention', run: () => navigate('/carriers/attention') },
  ])
  const shown = shownColumns(directoryColumns, loaderData.columns, loaderData.widths)
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <DirectoryHead
        query={query}
        params={params}
        total={total}
        views={views}
        mayEdit={mayEdit}
        onAdd={() => setAdding(true)}
        columnsMenu={
          <ColumnsMenu
            list="carriers"
            columns={directoryColumns}
            shown={shown}
            isChosen={loaderData.columns !== null}
          />
        }
      />
      <div className="flex min-h-0 flex-1">
        <Filters query={query} counts={counts} />
        <Table
          list="carriers"
          label="Carriers"
          columns={shown}
          rows={rows}
          row={row}
          total={total}
          sort={query.sort}
          params={directoryFilterParams(query)}
          now={{ today, zone }}
          hrefOf={({ id }) => `/carriers/${id}`}
          empty={
            params === ''
              ? 'No carriers yet. Add one with a: its MC or DOT number is enough.'
              : 'No carrier fits. Take a filter away, or search fewer words.'
          }
        />
      </div>
      {adding && <AddCarrierDialog onClose={() => setAdding(false)} />}
    </main>
  )
}
