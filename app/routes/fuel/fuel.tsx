import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { dieselSince, latestDiesel } from '#server/fuel/fuel'
import { type ListedFuelTable, listFuelTables } from '#server/fuel/tables'
import { feedStates } from '#server/market/feeds'
import { officeOf } from '#server/office/office'
import { DieselPanel } from '../../fuel/diesel-panel'
import { FuelTableDialog } from '../../fuel/fuel-table-dialog'
import { FuelTables } from '../../fuel/fuel-tables'
import { useKeys } from '../../ui/keys'
import { postJson } from '../../ui/post'
import type { Route } from './+types/fuel'

export const meta: Route.MetaFunction = () => [{ title: 'Diesel and fuel tables, Oxpecker' }]

const shownWeeks = 78

export function loader({ context }: Route.LoaderArgs) {
  const db = database()
  const now = Date.now()
  const since = addDays(dayOf(toLocal(now, officeOf(database()).zone)), -shownWeeks * 7)
  return {
    now,
    zone: officeOf(database()).zone,
    diesel: latestDiesel(db),
    weeks: dieselSince(db, since),
    tables: listFuelTables(db),
    feeds: feedStates(db),
    mayChange: may(viewer(context).role, 'set_pricing'),
  }
}

export default function Fuel({ loaderData }: Route.ComponentProps) {
  const { now, zone, diesel, weeks, tables, feeds, mayChange } = loaderData
  const [open, setOpen] = useState<{ table: ListedFuelTable | null } | null>(null)
  const { revalidate } = useRevalidator()
  const remove = async (table: ListedFuelTable) => {
    const answer = await postJson('/fuel/tables', { intent: 'remove', id: table.id })
    await revalidate()
    if (!answer.ok) return void toast(answer.message, { className: '!text-bill' })
    const { id: _id, customers: _customers, ...whole } = table
    toast(`${table.name} removed`, {
      action: {
        label: 'Undo',
        onClick: () =>
          void postJson('/fuel/tables', { intent: 'save', id: null, table: whole }).then(() => revalidate()),
      },
    })
  }
  useKeys('Fuel', [{ key: 'b', words: 'new fuel table', run: () => setOpen({ table: null }), disabled: !mayChange }])
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[1.25fr_1fr]">
      <DieselPanel diesel={diesel} weeks={weeks} feeds={feeds} now={now} zone={zone} />
      <FuelTables
        tables={tables}
        dieselE3={diesel?.priceE3 ?? null}
        mayChange={mayChange}
        onOpen={(table) => setOpen({ table })}
        onRemove={(table) => void remove(table)}
      />
      {open && (
        <FuelTableDialog
          table={open.table}
          dieselE3={diesel?.priceE3 ?? null}
          onClose={() => setOpen(null)}
          onSaved={() => void revalidate()}
        />
      )}
    </main>
  )
}
