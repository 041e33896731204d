import { equipmentWords } from '#core/load/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { DirectoryRow } from '#server/carrier/directory'
import type { Column } from '../ui/table/column'
import { Standing } from './standing'

/** The columns that the directory of carriers can show. */
export const directoryColumns: readonly Column<DirectoryRow>[] = [
  {
    id: 'name',
    head: 'Carrier',
    width: 'minmax(0,1.3fr)',
    shown: 'always',
    sorts: 'ascending',
    cell: ({ name }) => name,
  },
  {
    id: 'mc',
    head: 'MC',
    width: '84px',
    shown: 'at first',
    cell: ({ mcNumber }) => <span className="font-mono">{mcNumber ?? ''}</span>,
  },
  {
    id: 'dot',
    head: 'DOT',
    width: '92px',
    shown: 'at first',
    cell: ({ dotNumber }) => <span className="font-mono">{dotNumber}</span>,
  },
  {
    id: 'phone',
    head: 'Phone',
    width: '112px',
    shown: 'when chosen',
    cell: ({ phone }) => <span className="font-mono">{phone}</span>,
  },
  {
    id: 'based',
    head: 'Based in',
    width: 'minmax(0,0.9fr)',
    shown: 'at first',
    sorts: 'ascending',
    cell: ({ city, region }) => `${city} ${region}`,
  },
  {
    id: 'equipment',
    head: 'Equipment',
    width: 'minmax(0,1fr)',
    shown: 'at first',
    cell: ({ equipment }) => (
      <span className="label">{equipment.map((kind) => equipmentWords[kind].toLowerCase()).join(', ')}</span>
    ),
  },
  {
    id: 'trucks',
    head: 'Trucks',
    width: '56px',
    shown: 'at first',
    isNumber: true,
    sorts: 'descending',
    cell: ({ powerUnits }) => powerUnits?.toLocaleString('en-US') ?? '',
  },
  {
    id: 'last_load',
    head: 'Last load',
    width: '100px',
    shown: 'at first',
    sorts: 'descending',
    cell: ({ lastLoadAt }, { today, zone }) => (
      <span className="label">{lastLoadAt ? dayWords(dayOf(toLocal(lastLoadAt, zone)), today) : 'never'}</span>
    ),
  },
  {
    id: 'standing',
    head: 'Standing',
    width: 'minmax(0,1.7fr)',
    shown: 'at first',
    sorts: 'descending',
    cell: ({ verdict, why }) => (
      <span title={why ?? undefined}>
        <Standing verdict={verdict} />
        {why && <span className="label"> {why}</span>}
      </span>
    ),
  },
]
