import { Link } from 'react-router'
import { equipmentWords, loadStateWords } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { ListedLoad } from '#server/load/list'

interface LoadLinesProps {
  loads: readonly ListedLoad[]
  today: string
  /** The whole list of them. */
  all: string
  empty: string
  /** Also whose they are, where that is not said by the page. */
  withCustomer?: boolean
}

/** The newest loads of somebody or some place, each a link, and the way to all of them. */
export function LoadLines({ loads, today, all, empty, withCustomer = false }: LoadLinesProps) {
  return (
    <section aria-label="Loads">
      <h2 className="head flex items-baseline justify-between">
        Loads
        {loads.length > 0 && (
          <Link to={all} className="link inline-block min-h-[24px] font-normal leading-6">
            All of them
          </Link>
        )}
      </h2>
      {loads.length === 0 && <p className="label border-t py-1">{empty}</p>}
      <ul>
        {loads.map((load) => (
          <li key={load.id} className="border-t">
            <Link
              to={`/loads/${load.id}`}
              className="grid grid-cols-[76px_84px_minmax(0,2.1fr)_minmax(0,1fr)_76px_64px] gap-2 py-1 hover:bg-sheet"
            >
              <span className="font-mono">{load.number}</span>
              <span className="label">{dayWords(dayOf(toLocal(load.pickupAt, load.originZone)), today)}</span>
              <span className="truncate">
                {load.originCity} {load.originRegion} to {load.destCity} {load.destRegion}
              </span>
              <span className="label truncate">
                {withCustomer
                  ? load.customerName
                  : [equipmentWords[load.equipment].toLowerCase(), load.carrierName].filter(Boolean).join(', ')}
              </span>
              <span className="truncate">{loadStateWords[load.state]}</span>
              <span className="text-right font-mono">
                {load.sellMinor > 0 ? formatMoney(load.sellMinor) : <span className="label">no price</span>}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
