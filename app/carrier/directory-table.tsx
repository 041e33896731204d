import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef } from 'react'
import { Link } from 'react-router'
import { equipmentWords } from '#core/load/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { DirectoryRow } from '#server/carrier/directory'
import { Standing } from './standing'

const columns =
  'grid grid-cols-[minmax(0,1.3fr)_84px_92px_minmax(0,0.9fr)_minmax(0,1fr)_48px_100px_minmax(0,1.7fr)] items-center gap-x-3 px-4'
const rowHeight = 32

/** The rows in view of a list of any length, and the step from one to another by keys. */
export function useDirectory(total: number, want: (from: number, to: number) => void) {
  const scroller = useRef<HTMLDivElement>(null)
  const chosen = useRef(-1)
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
  const choose = (index: number) => {
    chosen.current = index
  }
  return { scroller, list, step, choose }
}

/** Carriers as a table of which only the rows in view are drawn. */
export function DirectoryTable({
  directory: { scroller, list, choose },
  row,
  total,
  isFiltered,
  today,
  zone,
}: {
  directory: ReturnType<typeof useDirectory>
  row: (index: number) => DirectoryRow | undefined
  total: number
  isFiltered: boolean
  today: string
  zone: string
}) {
  return (
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
            {!isFiltered
              ? 'No carriers yet. Add one with a: its MC or DOT number is enough.'
              : 'No carrier fits. Take a filter away, or search fewer words.'}
          </p>
        )}
        <ul aria-label={`Carriers by name, ${total}`} style={{ height: list.getTotalSize() }} className="relative">
          {list.getVirtualItems().map((item) => (
            <Row
              key={item.key}
              carrier={row(item.index)}
              index={item.index}
              top={item.start}
              today={today}
              zone={zone}
              onChoose={() => choose(item.index)}
            />
          ))}
        </ul>
      </div>
    </div>
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
