import { Link } from 'react-router'
import { formatMoney } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { dayClockWords, nearDayWords } from '#core/time/words'
import type { TenderDetail } from '#server/tender/detail'

/** Who could take a tender: trucks of ours that will be empty near it in time, then carriers of the lane. */
export function WhoCould({ detail, now }: { detail: TenderDetail; now: number }) {
  if (detail.carriers.length + detail.trucks.length === 0) return null
  return (
    <section aria-label="Who could take it">
      <h3 className="head">Who could take it</h3>
      <ul>
        {detail.trucks.map((truck) => (
          <li key={truck.loadId} className="flex items-baseline gap-3 border-t py-0.5">
            <Link to={`/carriers/${truck.carrierId}`} className="shrink-0 py-1 font-semibold">
              {truck.carrierName}
            </Link>
            <span className="min-w-0 truncate text-acacia">
              empty {emptyWords(truck.emptyBy, now, truck.zone)}, {truck.city}
            </span>
            <Link to={`/loads/${truck.loadId}`} className="ml-auto shrink-0 py-1" title={`unloads ${truck.loadNumber}`}>
              {truck.milesAway} mi off
            </Link>
          </li>
        ))}
        {detail.carriers.map((carrier) => (
          <li key={carrier.carrierId} className="flex items-baseline gap-3 border-t py-0.5">
            <Link to={`/carriers/${carrier.carrierId}`} className="shrink-0 py-1 font-semibold">
              {carrier.name}
            </Link>
            <span className="label min-w-0 truncate">{carrier.why.join(' · ')}</span>
            <span className="ml-auto shrink-0">
              {carrier.verdict === 'stop' && <span className="text-bill">blocked</span>}
              {carrier.verdict !== 'stop' && carrier.paidMinor !== null && `last ${formatMoney(carrier.paidMinor)}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** `tomorrow 3:00 pm`, by the clock of the place. */
function emptyWords(at: number, now: number, zone: string): string {
  const local = toLocal(at, zone)
  return dayClockWords(nearDayWords(dayOf(local), dayOf(toLocal(now, zone))), local)
}
