import { useState } from 'react'
import { Form, Link, useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { equipmentWords, loadStateWords } from '#core/load/words'
import { formatAmount, percentOf } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, dayWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { type ListedLoad, listLoads } from '#server/load/list'
import { useKeys } from '../../ui/keys'
import type { Route } from './+types/loads'

export const meta: Route.MetaFunction = () => [{ title: 'Loads, Oxpecker' }]

const pageSize = 100

export function loader({ request, context }: Route.LoaderArgs) {
  const words = (new URL(request.url).searchParams.get('q') ?? '').slice(0, 200)
  const { role } = viewer(context)
  return {
    words,
    loads: listLoads(database(), { words, limit: pageSize }),
    mayEdit: may(role, 'edit_loads'),
    mayExport: may(role, 'export'),
  }
}

const columns =
  'grid grid-cols-[76px_92px_132px_minmax(230px,1.2fr)_minmax(150px,0.9fr)_72px_minmax(140px,0.9fr)_56px_56px_56px_40px] items-center gap-x-3 px-4'

export default function Loads({ loaderData }: Route.ComponentProps) {
  const { loads, words, mayEdit, mayExport } = loaderData
  const [chosen, setChosen] = useState<number | null>(null)
  const navigate = useNavigate()
  const focus = (step: number) => {
    const index = loads.findIndex((load) => load.id === chosen)
    const next = loads[Math.max(0, Math.min(loads.length - 1, index + step))]
    if (next) document.querySelector<HTMLElement>(`[data-load="${next.id}"]`)?.focus()
  }
  useKeys('Loads', [
    { key: 'ArrowDown', words: 'next load', run: () => focus(1) },
    { key: 'ArrowUp', words: 'load before', run: () => focus(-1) },
    {
      key: 'k',
      words: 'make a copy of the chosen load',
      run: () => navigate(`/loads/new?copy=${chosen}`),
      disabled: chosen === null || !mayEdit,
    },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Loads</h1>
        <Form role="search" className="flex gap-2">
          <input
            name="q"
            defaultValue={words}
            key={words}
            aria-label="Number, customer, carrier, city, reference, state"
            placeholder="Number, customer, carrier, city, reference, state"
            className="field !w-96"
            autoFocus
          />
          <button type="submit" className="button">
            Search
          </button>
        </Form>
        <span className="label">{loads.length === pageSize ? `the newest ${pageSize}` : `${loads.length} found`}</span>
        <span className="ml-auto flex gap-2">
          {mayExport && (
            <a className="button" href={`/loads.csv?q=${encodeURIComponent(words)}`}>
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
      <div className={`${columns} label border-b py-1`} aria-hidden="true">
        <span>Load</span>
        <span>State</span>
        <span>Picks up</span>
        <span>Lane</span>
        <span>Customer</span>
        <span>Equipment</span>
        <span>Carrier</span>
        <span className="text-right">Sell $</span>
        <span className="text-right">Pay $</span>
        <span className="text-right">Margin</span>
        <span />
      </div>
      <ul aria-label="Loads, newest first" className="min-h-0 flex-1 overflow-y-auto" tabIndex={-1}>
        {loads.map((load) => (
          <Row key={load.id} load={load} mayEdit={mayEdit} onChoose={() => setChosen(load.id)} />
        ))}
        {loads.length === 0 && (
          <li className="p-6">
            Nothing fits these words. Try a number (PR-26012), a city, or part of a customer's name.
          </li>
        )}
      </ul>
    </main>
  )
}

function Row({ load, mayEdit, onChoose }: { load: ListedLoad; mayEdit: boolean; onChoose: () => void }) {
  const local = toLocal(load.pickupAt, load.originZone)
  return (
    <li className={`${columns} relative h-9 border-b focus-within:bg-chosen hover:bg-sheet`}>
      <Link
        to={`/loads/${load.id}`}
        data-load={load.id}
        onFocus={onChoose}
        className="font-mono after:absolute after:inset-0"
      >
        {load.number}
      </Link>
      <span>
        {loadStateWords[load.state]}
        {load.practice && <span className="text-ring-text"> practice</span>}
      </span>
      <span className="whitespace-nowrap">
        {dayWords(dayOf(local))} <span className="label">{clockWords(local)}</span>
      </span>
      <span className="truncate">
        <b className="font-semibold">
          {load.originCity} {load.originRegion}
        </b>{' '}
        to {load.destCity} {load.destRegion}
      </span>
      <span className="truncate">{load.customerName}</span>
      <span>{equipmentWords[load.equipment]}</span>
      <span className="truncate">{load.carrierName ?? <span className="label">none</span>}</span>
      <span className="text-right font-mono">{formatAmount(load.sellMinor)}</span>
      <span className="text-right font-mono">{load.payMinor === null ? '' : formatAmount(load.payMinor)}</span>
      <span className="text-right font-mono">
        {load.payMinor === null ? '' : `${percentOf(load.sellMinor - load.payMinor, load.sellMinor) ?? ''}%`}
      </span>
      {mayEdit && (
        <Link
          to={`/loads/new?copy=${load.id}`}
          className="relative z-10 text-right link"
          aria-label={`Copy ${load.number}`}
        >
          Copy
        </Link>
      )}
    </li>
  )
}
