import { useState } from 'react'
import { useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { directoryParams, directoryQuerySchema } from '#core/carrier/directory'
import { dayOf, toLocal } from '#core/time/local'
import { viewer } from '#server/access/cookie'
import { readDirectory, savedViews } from '#server/carrier/directory'
import { database } from '#server/db.server'
import { brokerage } from '#server/settings.server'
import { AddCarrierDialog } from '../../carrier/add-dialog'
import { DirectoryHead } from '../../carrier/directory-head'
import { DirectoryTable, useDirectory } from '../../carrier/directory-table'
import { Filters } from '../../carrier/filters'
import { useRows } from '../../carrier/use-rows'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import type { Route } from './+types/carriers'

export const meta: Route.MetaFunction = () => [{ title: 'Carriers, Oxpecker' }]

const firstRows = 200

export function loader({ request, context }: Route.LoaderArgs) {
  const query = directoryQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const now = Date.now()
  const who = viewer(context)
  const db = database()
  return {
    query,
    ...readDirectory(db, query, { from: 0, limit: firstRows }, now),
    views: savedViews(db, who.id),
    today: dayOf(toLocal(now, brokerage.zone)),
    zone: brokerage.zone,
    mayEdit: may(who.role, 'edit_carriers'),
  }
}

export default function Carriers({ loaderData }: Route.ComponentProps) {
  const { query, total, counts, views, today, zone, mayEdit } = loaderData
  const params = directoryParams(query)
  const { row, want } = useRows(loaderData.rows, params)
  const [adding, setAdding] = useState(false)
  const navigate = useNavigate()
  const directory = useDirectory(total, want)
  const { step } = directory
  useLive(({ aggregate }) => aggregate === 'carrier')
  useKeys('Carriers', [
    { key: 'ArrowDown', words: 'next carrier', run: () => step(1) },
    { key: 'ArrowUp', words: 'carrier before', run: () => step(-1) },
    { key: 'PageDown', words: 'a page on', run: () => step(20) },
    { key: 'PageUp', words: 'a page back', run: () => step(-20) },
    { key: 's', words: 'search', run: () => document.querySelector<HTMLElement>('input[name="q"]')?.focus() },
    { key: 'a', words: 'add a carrier', run: () => setAdding(true), disabled: !mayEdit },
    { key: 'w', words: 'what needs attention', run: () => navigate('/carriers/attention') },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <DirectoryHead
        query={query}
        params={params}
        total={total}
        views={views}
        mayEdit={mayEdit}
        onAdd={() => setAdding(true)}
      />
      <div className="flex min-h-0 flex-1">
        <Filters query={query} counts={counts} />
        <DirectoryTable
          directory={directory}
          row={row}
          total={total}
          isFiltered={params !== ''}
          today={today}
          zone={zone}
        />
      </div>
      {adding && <AddCarrierDialog onClose={() => setAdding(false)} />}
    </main>
  )
}
