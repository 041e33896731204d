import { booked } from '#core/load/states'
import { equipmentWords, loadStateWords } from '#core/load/words'
import { formatAmount, percentOf } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, dayClockWords, dayWords, nearDayWords } from '#core/time/words'
import type { LoadRow } from '#server/load/list'
import type { Column } from '../ui/table/column'

/** The columns that the list of loads can show. */
export const loadColumns: readonly Column<LoadRow>[] = [
  {
    id: 'number',
    head: 'Load',
    width: '76px',
    shown: 'always',
    sorts: 'descending',
    cell: ({ number }) => <span className="font-mono font-normal">{number}</span>,
  },
  {
    id: 'state',
    head: 'State',
    width: '128px',
    shown: 'at first',
    sorts: 'ascending',
    cell: ({ state, practice }) => (
      <>
        {loadStateWords[state]}
        {practice && <span className="text-ring-text"> practice</span>}
      </>
    ),
  },
  {
    id: 'pickup',
    head: 'Picks up',
    width: '136px',
    shown: 'at first',
    sorts: 'descending',
    cell: ({ pickupAt, originZone }, { today }) => <LocalTime at={pickupAt} zone={originZone} today={today} />,
  },
  {
    id: 'delivery',
    head: 'Delivers by',
    width: '136px',
    shown: 'when chosen',
    sorts: 'descending',
    cell: ({ deliverBy, destZone }, { today }) => <LocalTime at={deliverBy} zone={destZone} today={today} />,
  },
  {
    id: 'lane',
    head: 'Lane',
    width: 'minmax(170px,1.15fr)',
    shown: 'at first',
    sorts: 'ascending',
    cell: (load) => (
      <>
        <b className="font-semibold">
          {load.originCity} {load.originRegion}
        </b>{' '}
        to {load.destCity} {load.destRegion}
      </>
    ),
  },
  {
    id: 'miles',
    head: 'Miles',
    width: '52px',
    shown: 'when chosen',
    isNumber: true,
    sorts: 'descending',
    cell: ({ miles }) => Math.round(miles).toLocaleString('en-US'),
  },
  {
    id: 'customer',
    head: 'Customer',
    width: 'minmax(120px,1fr)',
    shown: 'at first',
    sorts: 'ascending',
    cell: ({ customerName }) => customerName,
  },
  {
    id: 'equipment',
    head: 'Equipment',
    width: '76px',
    shown: 'at first',
    sorts: 'ascending',
    cell: ({ equipment }) => equipmentWords[equipment],
  },
  {
    id: 'commodity',
    head: 'Commodity',
    width: 'minmax(90px,0.6fr)',
    shown: 'when chosen',
    sorts: 'ascending',
    cell: ({ commodity }) => commodity,
  },
  {
    id: 'carrier',
    head: 'Carrier',
    width: 'minmax(120px,1fr)',
    shown: 'at first',
    sorts: 'ascending',
    cell: ({ carrierName }) => carrierName ?? <span className="label">none</span>,
  },
  {
    id: 'rep',
    head: 'Rep',
    width: 'minmax(80px,0.5fr)',
    shown: 'when chosen',
    sorts: 'ascending',
    cell: ({ repName }) => repName,
  },
  {
    id: 'sell',
    head: 'Sell $',
    width: '56px',
    shown: 'at first',
    isNumber: true,
    sorts: 'descending',
    cell: ({ sellMinor }) => formatAmount(sellMinor),
  },
  {
    id: 'pay',
    head: 'Pay $',
    width: '56px',
    shown: 'at first',
    isNumber: true,
    sorts: 'descending',
    cell: ({ payMinor }) => (payMinor === null ? '' : formatAmount(payMinor)),
  },
  {
    id: 'margin',
    head: 'Margin',
    width: '58px',
    shown: 'at first',
    isNumber: true,
    sorts: 'ascending',
    cell: ({ payMinor, sellMinor }) => {
      const margin = payMinor === null ? null : percentOf(sellMinor - payMinor, sellMinor)
      return margin === null ? '' : `${margin}%`
    },
  },
  {
    id: 'next_stop',
    head: 'Next stop',
    width: 'minmax(150px,0.8fr)',
    shown: 'when chosen',
    cell: ({ state, nextCity, nextBy }, { today }) =>
      booked.has(state) &&
      nextCity && (
        <>
          {nextCity}{' '}
          <span className="label">{nextBy && dayClockWords(nearDayWords(dayOf(nextBy), today), nextBy)}</span>
        </>
      ),
  },
  {
    id: 'offers',
    head: 'Offers',
    width: '116px',
    shown: 'when chosen',
    isNumber: true,
    cell: ({ offers, bestMinor }) => offers > 0 && `${offers} from ${formatAmount(bestMinor ?? 0)}`,
  },
  { id: 'boards', head: 'Posted on', width: '110px', shown: 'when chosen', cell: ({ boards }) => boards },
  {
    id: 'last_note',
    head: 'Last note',
    width: 'minmax(160px,1fr)',
    shown: 'when chosen',
    cell: ({ lastNote }) => lastNote && <span title={lastNote}>{lastNote}</span>,
  },
  {
    id: 'created',
    head: 'Created',
    width: '84px',
    shown: 'when chosen',
    sorts: 'descending',
    cell: ({ createdAt }, { today, zone }) => (
      <span className="label">{dayWords(dayOf(toLocal(createdAt, zone)), today)}</span>
    ),
  },
]

function LocalTime({ at, zone, today }: { at: number; zone: string; today: string }) {
  const local = toLocal(at, zone)
  return (
    <>
      {dayWords(dayOf(local), today)} <span className="label">{clockWords(local)}</span>
    </>
  )
}
