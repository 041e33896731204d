import { Link } from 'react-router'
import { dayWords } from '#core/time/words'
import { agoWords, rateWords, trailerWords, truckDayWords, truckSourceWords, wantsWords } from '#core/truck/words'
import type { CapacityTruck } from '#server/capacity/read'

const lights = { clear: 'text-acacia', caution: 'text-ring-text', stop: 'text-bill' } as const
const lightWords = { clear: 'clear', caution: 'caution', stop: 'blocked' }

interface TruckListProps {
  /** Whether something stands beside it: the phone is there then. */
  isNarrow: boolean
  trucks: CapacityTruck[]
  today: string
  now: number
  chosen: number | null
  onFocus: (at: number) => void
  hrefOf: (truck: CapacityTruck) => string
}

const columns =
  'grid grid-cols-[100px_minmax(0,0.8fr)_124px_minmax(0,0.9fr)_minmax(0,1.5fr)_60px_130px_64px] items-baseline gap-3 px-4'

/** The trucks we know of, the soonest first. */
export function TruckList(props: TruckListProps) {
  const { trucks, onFocus, chosen } = props
  return (
    <>
      <div className={`${columns} label sticky top-0 border-b bg-plain py-1`}>
        <span>Empty</span>
        <span>In</span>
        <span>Trailer</span>
        <span>Wants to go to</span>
        <span>Carrier, phone</span>
        <span>Vetting</span>
        <span>Reported</span>
        <span className="text-right">Our loads</span>
      </div>
      <ul aria-label="Trucks we know of">
        {trucks.map((truck, at) => (
          <li
            key={truck.id}
            className={`${columns} border-b py-1 focus-within:bg-chosen ${truck.id === chosen ? 'bg-chosen' : ''}`}
          >
            <TruckCells {...props} truck={truck} at={at} onFocus={onFocus} />
          </li>
        ))}
      </ul>
    </>
  )
}

function TruckCells({
  truck,
  at,
  isNarrow,
  today,
  now,
  hrefOf,
  onFocus,
}: TruckListProps & { truck: CapacityTruck; at: number }) {
  const { carrierId, carrierName, verdict, phone, saidBy, saidAt, source, fitCount } = truck
  return (
    <>
      <span>{truck.fromDay < today ? `since ${dayWords(truck.fromDay, today)}` : truckDayWords(truck, today)}</span>
      <Link
        to={hrefOf(truck)}
        preventScrollReset
        data-row={at}
        onFocus={() => onFocus(at)}
        className="truncate font-semibold"
      >
        {truck.city} {truck.region}
      </Link>
      <span className="truncate">{trailerWords(truck)}</span>
      <span className="truncate text-second" title={wantsWords(truck)}>
        {wantsWords(truck)}
        {truck.rateMinor !== null && <span className="font-mono"> {rateWords(truck)}</span>}
      </span>
      <span className="truncate">
        {carrierId === null ? (
          <>
            {saidBy} <span className="label">not on file</span>
          </>
        ) : (
          <Link to={`/carriers/${carrierId}`} className="link">
            {carrierName}
          </Link>
        )}
        {phone && !isNarrow && <span className="font-mono"> {phone}</span>}
      </span>
      <span
        className={verdict ? lights[verdict.verdict] : 'text-second'}
        title={verdict?.reasons.map(({ message }) => message).join(' ')}
      >
        {verdict ? lightWords[verdict.verdict] : 'unknown'}
      </span>
      <span className="truncate text-second" title={`By ${saidBy}; confirmed by ${truck.decidedBy}`}>
        {truckSourceWords[source]} {agoWords(now - saidAt)}
      </span>
      <span className={`text-right font-mono ${fitCount > 0 ? 'font-semibold text-dusk' : 'text-second'}`}>
        {fitCount}
      </span>
    </>
  )
}
