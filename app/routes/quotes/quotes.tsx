import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { rowsAtOnce } from '#core/listing/lists'
import { quoteFilterParams, quoteParams, quoteQuerySchema } from '#core/quote/quote-query'
import { dayOf, toLocal } from '#core/time/local'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { chosenColumns, chosenWidths, savedViews } from '#server/listing/choices'
import { officeOf } from '#server/office/office'
import { shownReps } from '#server/person/whose'
import { listQuotes } from '#server/quote/list'
import { ListSearch } from '../../listing/list-search'
import { SavedViews } from '../../listing/saved-views'
import { NewQuoteDialog } from '../../quote/new-quote'
import { quoteColumns } from '../../quote/quote-columns'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { shownColumns } from '../../ui/table/column'
import { ColumnsMenu } from '../../ui/table/columns-menu'
import { Table } from '../../ui/table/table'
import { usePagedRows } from '../../ui/table/use-paged-rows'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import { useWhoseKey, WhoseChoice } from '../../ui/whose-choice'
import type { Route } from './+types/quotes'

export const meta: Route.MetaFunction = () => [{ title: 'Quotes, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const query = quoteQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const who = viewer(context)
  const db = database()
  return {
    query,
    ...listQuotes(db, query, { from: 0, limit: rowsAtOnce, reps: shownReps(db, who) }),
    hasTeam: Boolean(who.teamId),
    views: savedViews(db, who.id, 'quotes'),
    columns: chosenColumns(db, who.id, 'quotes'),
    widths: chosenWidths(db, who.id, 'quotes'),
    now: { today: dayOf(toLocal(Date.now(), officeOf(database()).zone)), zone: officeOf(database()).zone },
    mayEdit: may(who.role, 'edit_quotes'),
  }
}

export default function Quotes({ loaderData }: Route.ComponentProps) {
  const { query, total, now, mayEdit } = loaderData
  const { row, want } = usePagedRows(loaderData.rows, `/quotes/rows?${quoteParams(query)}`)
  const rows = useVirtualRows(total, want)
  const [making, setMaking] = useState(false)
  const navigate = useNavigate()
  useLive(({ aggregate, id }) => aggregate === 'quote' && loaderData.rows.some((quote) => quote.id === id))
  const whoseKey = useWhoseKey(loaderData.hasTeam)
  useKeys('Quotes', [
    whoseKey,
    ...walkKeys(rows, 'quote'),
    { key: 'b', words: 'new quote', run: () => setMaking(true), disabled: !mayEdit },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <Head data={loaderData} onNew={() => setMaking(true)} />
      <Table
        list="quotes"
        label="Quotes"
        columns={shownColumns(quoteColumns, loaderData.columns, loaderData.widths)}
        rows={rows}
        row={row}
        total={total}
        sort={query.sort}
        params={quoteFilterParams(query)}
        now={now}
        hrefOf={({ id }) => `/quotes/${id}`}
        empty={
          query.q
            ? 'No quote fits these words.'
            : 'No quotes yet. Press b for a new one: choose the customer, type or paste their lanes, and every line is priced as you type.'
        }
      />
      {making && (
        <NewQuoteDialog onClose={() => setMaking(false)} onMade={(quoteId) => navigate(`/quotes/${quoteId}`)} />
      )}
    </main>
  )
}

function Head({
  data: { query, total, views, columns, mayEdit, hasTeam },
  onNew,
}: {
  data: Route.ComponentProps['loaderData']
  onNew: () => void
}) {
  return (
    <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
      <h1 className="text-base font-semibold">Quotes</h1>
      <ListSearch words={query.q} params={quoteParams(query)} label="Number, customer, title" />
      <WhoseChoice hasTeam={hasTeam} />
      <span className="label">{total.toLocaleString('en-US')} found</span>
      <SavedViews list="quotes" path="/quotes" views={views} params={quoteParams(query)} />
      <span className="ml-auto flex items-center gap-4">
        <Link to="/fuel" className="link">
          Diesel and fuel tables
        </Link>
        <ColumnsMenu
          list="quotes"
          columns={quoteColumns}
          shown={shownColumns(quoteColumns, columns, {})}
          isChosen={columns !== null}
        />
        {mayEdit && (
          <button type="button" className="button first" onClick={onNew}>
            New quote <kbd className="key">b</kbd>
          </button>
        )}
      </span>
    </div>
  )
}
