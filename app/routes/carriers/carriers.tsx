import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, useState } from 'react'
import { Form, Link, useNavigate } from 'react-router'
import { may } from '#core/access/access'
import { directoryParams, directoryQuerySchema } from '#core/carrier/directory'
import { equipmentWords } from '#core/load/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { type DirectoryRow, readDirectory, savedViews } from '#server/carrier/directory'
import { database } from '#server/db.server'
import { brokerage } from '#server/settings.server'
import { AddCarrierDialog } from '../../carrier/add-dialog'
import { Filters } from '../../carrier/filters'
import { SavedViews } from '../../carrier/saved-views'
import { Standing } from '../../carrier/standing'
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

const columns =
  'grid grid-cols-[minmax(0,1.3fr)_84px_92px_minmax(0,0.9fr)_minmax(0,1fr)_48px_100px_minmax(0,1.7fr)] items-center gap-x-3 px-4'
const rowHeight = 32

export default function Carriers({ loaderData }: Route.ComponentProps) {
  const { query, total, counts, views, today, zone, mayEdit } = loaderData
  const params = directoryParams(query)
  const { row, want } = useRows(loaderData.rows, params)
  const [adding, setAdding] = useState(false)
  const scroller = useRef<HTMLDivElement>(null)
  const chosen = useRef(-1)
  const navigate = useNavigate()
  const list = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 12,
    initialRect: { width: 1000, height: 640 },
  })
  const shown = list.getVirtualItems()
  const [from, to] = [shown[0]?.index ?? 0, shown.at(-1)?.index ?? 0]
  useEffect(() => want(from, to))
  useLive(({ aggregate }) => aggregate === 'carrier')
  const step = (by: number) => {
    const next = Math.max(0, Math.min(total - 1, chosen.current + by))
    // Kept at once: keys may come faster than rows are drawn.
    chosen.current = next
    list.scrollToIndex(next)
    focusWhenDrawn(next)
  }
  const focusWhenDrawn = (index: number, frames = 30) =>
    requestAnimationFrame(() => {
      if (chosen.current !== index) return
      const drawn = document.querySelector<HTMLElement>(`[data-row="${index}"]`)
      if (drawn) drawn.focus()
      else if (frames > 0) focusWhenDrawn(index, frames - 1)
    })
  useKeys('Carriers', [
    { key: 'ArrowDown', words: 'next carrier', run: () => step(1) },
    { key: 'ArrowUp', words: 'carrier before', run: () => step(-1) },
    { key: 'PageDown', words: 'a page on', run: () => step(20) },
    { key: 'PageUp', words: 'a page back', run: () => step(-20) },
    { key: 's', words: 'search', run: () => document.querySelector<HTMLElement>('input[name="q"]')?.focus() },
    { key: 'a', words: 'add a carrier', run: () => setAdding(true), disabled: !mayEdit },
    { key: 'w', words: 'what needs attention', run: () => navigate('/carriers/watch') },
  ])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-3 border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Carriers</h1>
        <Form role="search" className="flex gap-2">
          {Object.entries(query).map(([name, value]) =>
            name !== 'q' && value ? <input key={name} type="hidden" name={name} value={value} /> : null,
          )}
          <input
            name="q"
            defaultValue={query.q}
            key={query.q}
            aria-label="Name, number, city, email, phone"
            placeholder="Name, number, city, email, phone"
            className="field !w-64"
          />
          <button type="submit" className="button">
            Search <kbd className="key">s</kbd>
          </button>
        </Form>
        <span className="label">{total.toLocaleString('en-US')} found</span>
        <SavedViews views={views} params={params} />
        <span className="ml-auto flex items-center gap-4">
          <Link to="/carriers/watch" className="text-dusk underline">
            Needs attention
          </Link>
          <Link to="/vetting" className="text-dusk underline">
            Vetting policy
          </Link>
          {mayEdit && (
            <Link to="/carriers/import" className="text-dusk underline">
              Import
            </Link>
          )}
          {mayEdit && (
            <button type="button" className="button first" onClick={() => setAdding(true)}>
              Add a carrier <kbd className="key">a</kbd>
            </button>
          )}
        </span>
      </div>
      <div className="flex min-h-0 flex-1">
        <Filters query={query} counts={counts} />
        <div className="flex min-w-0 flex-1 flex-col">
          <div className={`${columns} label border-b py-1`} aria-hidden="true">
            <span>Carrier</span>
            <span>MC</span>
            <span>DOT</span>
            <span>Based in</span>
            <span>Equipment</span>
            <span className="text-right">Trucks</span>
            <span>Last load</span>
            <span>Standing</span>
          </div>
          <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto">
            {total === 0 && (
              <p className="p-6">
                {params === ''
                  ? 'No carriers yet. Add one with a: its MC or DOT number is enough.'
                  : 'No carrier fits. Take a filter away, or search fewer words.'}
              </p>
            )}
            <ul aria-label={`Carriers by name, ${total}`} style={{ height: list.getTotalSize() }} className="relative">
              {shown.map((item) => (
                <Row
                  key={item.key}
                  carrier={row(item.index)}
                  index={item.index}
                  top={item.start}
                  today={today}
                  zone={zone}
                  onChoose={() => (chosen.current = item.index)}
                />
              ))}
            </ul>
          </div>
        </div>
      </div>
      {adding && <AddCarrierDialog onClose={() => setAdding(false)} />}
    </main>
  )
}

function Row({
  carrier,
  index,
  top,
  today,
  zone,
  onChoose,
}: {
  carrier: DirectoryRow | undefined
  index: number
  top: number
  today: string
  zone: string
  onChoose: () => void
}) {
  const style = { height: rowHeight, transform: `translateY(${top}px)` }
  if (!carrier)
    return (
      <li style={style} className="label absolute inset-x-0 border-b px-4 leading-8">
        …
      </li>
    )
  return (
    <li style={style} className={`${columns} absolute inset-x-0 border-b focus-within:bg-chosen hover:bg-sheet`}>
      <Link
        to={`/carriers/${carrier.id}`}
        data-row={index}
        onFocus={onChoose}
        className="truncate font-semibold after:absolute after:inset-0"
      >
        {carrier.name}
      </Link>
      <span className="font-mono">{carrier.mcNumber ?? ''}</span>
      <span className="font-mono">{carrier.dotNumber}</span>
      <span className="truncate">
        {carrier.city} {carrier.region}
      </span>
      <span className="label truncate">
        {carrier.equipment.map((kind) => equipmentWords[kind].toLowerCase()).join(', ')}
      </span>
      <span className="text-right font-mono">{carrier.powerUnits ?? ''}</span>
      <span className="label">
        {carrier.lastLoadAt ? dayWords(dayOf(toLocal(carrier.lastLoadAt, zone)), today) : 'never'}
      </span>
      <span className="truncate" title={carrier.why ?? undefined}>
        <Standing verdict={carrier.verdict} />
        {carrier.why && <span className="label"> {carrier.why}</span>}
      </span>
    </li>
  )
}
