import { Link } from 'react-router'
import {
  customerFilterParams,
  customerParams,
  customerQuerySchema,
  customerShowWords,
} from '#core/customer/customer-query'
import { rowsAtOnce } from '#core/listing/lists'
import { dayOf, toLocal } from '#core/time/local'
import { viewer } from '#server/access/cookie'
import { listCustomers } from '#server/customer/list'
import { database } from '#server/db.server'
import { chosenColumns, chosenWidths, savedViews } from '#server/listing/choices'
import { officeOf } from '#server/office/office'
import { customerColumns } from '../../customer/customer-columns'
import { ListSearch } from '../../listing/list-search'
import { SavedViews } from '../../listing/saved-views'
import { ShowChoice } from '../../listing/show-choice'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { shownColumns } from '../../ui/table/column'
import { ColumnsMenu } from '../../ui/table/columns-menu'
import { Table } from '../../ui/table/table'
import { usePagedRows } from '../../ui/table/use-paged-rows'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import type { Route } from './+types/customers'

export const meta: Route.MetaFunction = () => [{ title: 'Customers, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const query = customerQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const who = viewer(context)
  const db = database()
  const now = Date.now()
  return {
    query,
    ...listCustomers(db, query, { from: 0, limit: rowsAtOnce }, now),
    views: savedViews(db, who.id, 'customers'),
    columns: chosenColumns(db, who.id, 'customers'),
    widths: chosenWidths(db, who.id, 'customers'),
    now: { today: dayOf(toLocal(now, officeOf(database()).zone)), zone: officeOf(database()).zone },
  }
}

export default function Customers({ loaderData }: Route.ComponentProps) {
  const { query, total, now, views, columns } = loaderData
  const params = customerParams(query)
  const { row, want } = usePagedRows(loaderData.rows, `/customers/rows?${params}`)
  const rows = useVirtualRows(total, want)
  const shown = shownColumns(customerColumns, columns, loaderData.widths)
  useLive(({ aggregate, id }) => aggregate === 'customer' && loaderData.rows.some((each) => each.id === id))
  useKeys('Customers', walkKeys(rows, 'customer'))
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Customers</h1>
        <ListSearch words={query.q} params={params} label="Name or city" />
        <ShowChoice words={customerShowWords} chosen={query.show} params={params} />
        <span className="label">{total.toLocaleString('en-US')} found</span>
        <SavedViews list="customers" path="/customers" views={views} params={params} />
        <span className="ml-auto flex items-center gap-4">
          <Link to="/facilities" className="link">
            Facilities and docks
          </Link>
          <ColumnsMenu list="customers" columns={customerColumns} shown={shown} isChosen={columns !== null} />
        </span>
      </div>
      <Table
        list="customers"
        label="Customers"
        columns={shown}
        rows={rows}
        row={row}
        total={total}
        sort={query.sort}
        params={customerFilterParams(query)}
        now={now}
        hrefOf={({ id }) => `/customers/${id}`}
        empty={
          query.q || query.show !== 'all'
            ? 'No customer fits. Clear the words or show all of them.'
            : 'No customer yet. The first load or quote makes one: type their name there.'
        }
      />
    </main>
  )
}
