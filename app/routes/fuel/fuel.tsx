import { lazy, Suspense, useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import { fuelSurcharge, nationalArea } from '#core/fuel/fuel'
import { dieselWords, fuelTableWords } from '#core/fuel/words'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { dayWords, momentWords, monthDayWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { dieselSince, latestDiesel } from '#server/fuel/fuel'
import { listFuelTables } from '#server/fuel/tables'
import { type FeedState, feedStates } from '#server/market/feeds'
import { brokerage } from '#server/settings.server'
import { FuelTableDialog } from '../../fuel/fuel-table-dialog'
import { useKeys } from '../../ui/keys'
import { postJson } from '../../ui/post'
import type { Route } from './+types/fuel'

const DieselChart = lazy(() => import('../../fuel/diesel-chart'))

export const meta: Route.MetaFunction = () => [{ title: 'Diesel and fuel tables, Oxpecker' }]

const shownWeeks = 78

export function loader({ context }: Route.LoaderArgs) {
  const db = database()
  const now = Date.now()
  const since = addDays(dayOf(toLocal(now, brokerage.zone)), -shownWeeks * 7)
  return {
    now,
    zone: brokerage.zone,
    diesel: latestDiesel(db),
    weeks: dieselSince(db, since),
    tables: listFuelTables(db),
    feeds: feedStates(db),
    mayChange: may(viewer(context).role, 'set_pricing'),
  }
}

type Table = Route.ComponentProps['loaderData']['tables'][number]

export default function Fuel({ loaderData }: Route.ComponentProps) {
  const { now, zone, diesel, weeks, tables, feeds, mayChange } = loaderData
  const [open, setOpen] = useState<{ table: Table | null } | null>(null)
  const { revalidate } = useRevalidator()
  const national = weeks.filter(({ area }) => area === nationalArea)
  const before = national.at(-2)
  const remove = async (table: Table) => {
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
      <section aria-label="Diesel" className="flex min-h-0 flex-col border-r border-strong px-4 py-3">
        <h1 className="text-base font-semibold">Diesel, dollars a gallon</h1>
        {diesel ? (
          <p>
            <b className="font-mono text-lg font-semibold">{dieselWords(diesel.priceE3)}</b>{' '}
            <span className="label">
              nationwide, week of {dayWords(diesel.week)}
              {before &&
                `, ${diesel.priceE3 >= before.priceE3 ? 'up' : 'down'} ${dieselWords(Math.abs(diesel.priceE3 - before.priceE3))} on the week before`}
            </span>
          </p>
        ) : (
          <p className="label">The index has not been read yet; prices include fuel until it is.</p>
        )}
        <div className="my-2 h-64">
          {national.length > 1 && (
            <Suspense fallback={<p className="label py-2">Drawing…</p>}>
              <DieselChart weeks={national} />
            </Suspense>
          )}
        </div>
        <Weeks weeks={weeks} />
        <div className="mt-auto border-t pt-2">
          {feeds.map((feed) => (
            <p key={feed.name} className={feed.problem ? 'text-ring-text' : 'label'}>
              {feedWords(feed, now, zone)}
            </p>
          ))}
        </div>
      </section>
      <section aria-label="Fuel tables" className="flex min-h-0 flex-col overflow-y-auto px-4 py-3">
        <div className="flex items-baseline justify-between">
          <h2 className="text-base font-semibold">Fuel tables</h2>
          {mayChange && (
            <button type="button" className="button first" onClick={() => setOpen({ table: null })}>
              New table <kbd className="key">b</kbd>
            </button>
          )}
        </div>
        {tables.length === 0 && (
          <p className="label py-4">
            None yet: every customer pays one price with fuel in it.{' '}
            {mayChange ? 'Press b for a new one.' : 'A manager can add one.'}
          </p>
        )}
        <ul>
          {tables.map((table) => (
            <li key={table.id} className="border-b py-2">
              <div className="flex items-baseline gap-3">
                <b className="font-semibold">{table.name}</b>
                <span className="label">{usersWords(table.customers)}</span>
                {mayChange && (
                  <span className="ml-auto flex gap-3">
                    <button type="button" className="text-dusk underline" onClick={() => setOpen({ table })}>
                      Change
                    </button>
                    {table.customers === 0 && (
                      <button type="button" className="text-dusk underline" onClick={() => void remove(table)}>
                        Remove
                      </button>
                    )}
                  </span>
                )}
              </div>
              <p className="label">{fuelTableWords(table)}</p>
              {diesel && <Steps table={table} dieselE3={diesel.priceE3} />}
            </li>
          ))}
        </ul>
      </section>
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

/** The surcharge now, and a few steps to either side of it. */
function Steps({ table, dieselE3 }: { table: Table; dieselE3: number }) {
  const around = [-2, -1, 0, 1, 2].map((step) => Math.max(0, dieselE3 + step * table.stepE3))
  return (
    <ul className="mt-1 flex gap-4" aria-label="Surcharge about today’s diesel">
      {around.map((priceE3, at) => (
        <li key={at} className={`text-right font-mono ${at === 2 ? 'font-semibold' : 'text-second'}`}>
          <span className="block text-sm">{dieselWords(priceE3)}</span>
          {surchargeWords(table, priceE3)}
        </li>
      ))}
    </ul>
  )
}

function surchargeWords(table: Table, priceE3: number): string {
  const charge = fuelSurcharge(table, priceE3)
  if (!charge) return 'none'
  return table.basis === 'per_mile'
    ? `$${(charge.rateE4 / 10_000).toFixed(3)}/mi`
    : `${(charge.rateE4 / 10_000).toFixed(1)}%`
}

const areaWords: Record<string, string> = {
  US: 'Nationwide',
  R1: 'East Coast',
  R2: 'Midwest',
  R3: 'Gulf Coast',
  R4: 'Rocky Mountains',
  R5: 'West Coast',
}
const tableWeeks = 8

/** The last weeks, area by area; an area the index left out has a gap. */
function Weeks({ weeks }: { weeks: Route.ComponentProps['loaderData']['weeks'] }) {
  const areas = [...new Set(weeks.map(({ area }) => area))].sort(
    (one, other) => Number(other === nationalArea) - Number(one === nationalArea) || one.localeCompare(other),
  )
  const days = [...new Set(weeks.map(({ week }) => week))].sort().slice(-tableWeeks)
  const price = (area: string, week: string) => weeks.find((row) => row.area === area && row.week === week)?.priceE3
  return (
    <table className="w-full text-sm">
      <thead>
        <tr className="label border-b text-right">
          <th className="text-left font-normal">Area</th>
          {days.map((week) => (
            <th key={week} className="font-normal">
              {monthDayWords(week)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {areas.map((area) => (
          <tr key={area} className="border-b">
            <td className="py-0.5">{areaWords[area] ?? area}</td>
            {days.map((week) => (
              <td key={week} className="text-right font-mono">
                {price(area, week) === undefined ? (
                  <span className="text-second">not told</span>
                ) : (
                  dieselWords(price(area, week)!)
                )}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function feedWords(feed: FeedState, now: number, zone: string): string {
  const name = feed.name === 'diesel' ? 'Diesel index' : 'Market averages'
  if (feed.problem)
    return `${name}: not read ${momentWords(feed.readAt, now, zone)}, ${feed.problem}. Earlier data is kept; we keep trying.`
  return `${name}: read ${momentWords(feed.readAt, now, zone)}, ${feed.rows.toLocaleString('en-US')} lines${feed.refused > 0 ? `, ${feed.refused} could not be read` : ''}`
}

function usersWords(customers: number): string {
  if (customers === 0) return 'no customer uses it'
  return customers === 1 ? 'one customer pays by it' : `${customers} customers pay by it`
}
