import { bookingWords } from '#core/facility/facility'
import { unknownStreet } from '#core/load/load'
import { dayOf, toLocal } from '#core/time/local'
import { clockWords, dayWords } from '#core/time/words'
import type { ListedFacility } from '#server/facility/list'
import type { Column } from '../ui/table/column'

/** A dock's hours as they are said: `6:00 am-2:30 pm`. */
export const hoursWords = (opens: string, closes: string): string =>
  `${clockWords(`2000-01-01T${opens}`)}-${clockWords(`2000-01-01T${closes}`)}`

/** The columns that the list of facilities can show. */
export const facilityColumns: readonly Column<ListedFacility>[] = [
  {
    id: 'name',
    head: 'Facility',
    width: 'minmax(0,1.5fr)',
    shown: 'always',
    sorts: 'ascending',
    cell: ({ name }) => name,
  },
  {
    id: 'address',
    head: 'Street',
    width: 'minmax(0,1.3fr)',
    shown: 'at first',
    cell: ({ address }) => <span className={address === unknownStreet ? 'text-ring-text' : ''}>{address}</span>,
  },
  {
    id: 'city',
    head: 'City',
    width: 'minmax(0,1fr)',
    shown: 'at first',
    sorts: 'ascending',
    cell: ({ city, region }) => `${city} ${region}`,
  },
  {
    id: 'hours',
    head: 'Dock hours',
    width: '164px',
    shown: 'at first',
    cell: ({ opens, closes }) =>
      opens && closes ? hoursWords(opens, closes) : <span className="label">not known</span>,
  },
  { id: 'booking', head: 'Booking', width: '110px', shown: 'at first', cell: ({ booking }) => bookingWords[booking] },
  { id: 'phone', head: 'Phone', width: '120px', shown: 'when chosen', cell: ({ phone }) => phone },
  {
    id: 'stops',
    head: 'Stops',
    width: '64px',
    shown: 'at first',
    isNumber: true,
    sorts: 'descending',
    cell: ({ stops }) => stops.toLocaleString('en-US'),
  },
  {
    id: 'last',
    head: 'Last stop',
    width: '108px',
    shown: 'at first',
    sorts: 'descending',
    cell: ({ lastAt, zone }, { today }) =>
      lastAt === null ? <span className="label">none</span> : dayWords(dayOf(toLocal(lastAt, zone)), today),
  },
]
