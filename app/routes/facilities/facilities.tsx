import {
  facilityFilterParams,
  facilityParams,
  facilityQuerySchema,
  facilityShowWords,
} from '#core/facility/facility-query'
import { rowsAtOnce } from '#core/listing/lists'
import { dayOf, toLocal } from '#core/time/local'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { listFacilities } from '#server/facility/list'
import { chosenColumns, chosenWidths, savedViews } from '#server/listing/choices'
import { officeOf } from '#server/office/office'
import { facilityColumns } from '../../facility/facility-columns'
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
import type { Route } from './+types/facilities'

export const meta: Route.MetaFunction = () => [{ title: 'Facilities, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const query = facilityQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const who = viewer(context)
  const db = database()
  const now = Date.now()
  return {
    query,
    ...listFacilities(db, query, { from: 0, limit: rowsAtOnce }),
    views: savedViews(db, who.id, 'facilities'),
    columns: chosenColumns(db, who.id, 'facilities'),
    widths: chosenWidths(db, who.id, 'facilities'),
    now: { today: dayOf(toLocal(now, officeOf(database()).zone)), zone: officeOf(database()).zone },
  }
}

export default function Facilities({ loaderData }: Route.ComponentProps) {
  const { query, total, now, views, columns } = loaderData
  const params = facilityParams(query)
  const { row, want } = usePagedRows(loaderData.rows, `/facilities/rows?${params}`)
  const rows = useVirtualRows(total, want)
  const shown = shownColumns(facilityColumns, columns, loaderData.widths)
  useLive(({ aggregate, id }) => aggregate === 'facility' && loaderData.rows.some((each) => each.id === id))
  useKeys('Facilities', walkKeys(rows, 'facility'))
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Facilities</h1>
        <ListSearch words={query.q} params={params} label="Name, street or city" />
        <ShowChoice words={facilityShowWords} chosen={query.show} params={params} />
        <span className="label">{total.toLocaleString('en-US')} found</span>
        <SavedViews list="facilities" path="/facilities" views={views} params={params} />
        <span className="ml-auto">
          <ColumnsMenu list="facilities" columns={facilityColumns} shown={shown} isChosen={columns !== null} />
        </span>
      </div>
      <Table
        list="facilities"
        label="Facilities"
        columns={shown}
        rows={rows}
        row={row}
        total={total}
        sort={query.sort}
        params={facilityFilterParams(query)}
        now={now}
        hrefOf={({ id }) => `/facilities/${id}`}
        empty={
          query.q || query.show !== 'all'
            ? 'No facility fits. Clear the words or show all of them.'
            : 'No facility yet. The first load makes one: type its name at a stop.'
        }
      />
    </main>
  )
}
