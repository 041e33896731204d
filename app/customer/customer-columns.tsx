import { margin } from '#core/charge/charge'
import { currencyWords, formatMoney } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { ListedCustomer } from '#server/customer/list'
import type { Column } from '../ui/table/column'

/** The columns that the list of customers can show. */
export const customerColumns: readonly Column<ListedCustomer>[] = [
  {
    id: 'name',
    head: 'Customer',
    width: 'minmax(0,1.9fr)',
    shown: 'always',
    sorts: 'ascending',
    cell: ({ name, prospect }) => (
      <>
        {name}
        {prospect && <span className="font-normal text-ring-text"> prospect</span>}
      </>
    ),
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
    id: 'payer',
    head: 'Bills go to',
    width: 'minmax(0,1.3fr)',
    shown: 'at first',
    cell: ({ billingMail, prospect }) =>
      billingMail ?? <span className={prospect ? 'label' : 'text-bill'}>nobody yet</span>,
  },
  { id: 'phone', head: 'Phone', width: '120px', shown: 'when chosen', cell: ({ phone }) => phone },
  {
    id: 'contacts',
    head: 'Contacts',
    width: '76px',
    shown: 'at first',
    isNumber: true,
    cell: ({ contacts }) => contacts || '',
  },
  {
    id: 'open',
    head: 'On the desk',
    width: '92px',
    shown: 'at first',
    isNumber: true,
    sorts: 'descending',
    cell: ({ open }) => open || '',
  },
  {
    id: 'loads',
    head: 'Loads, 90 days',
    width: '112px',
    shown: 'at first',
    isNumber: true,
    sorts: 'descending',
    cell: ({ loads }) => loads || '',
  },
  {
    id: 'margin',
    head: 'Margin, 90 days',
    width: '136px',
    shown: 'at first',
    isNumber: true,
    sorts: 'descending',
    cell: ({ marginMinor, soldMinor }) => {
      if (soldMinor === 0) return ''
      const { percent } = margin(soldMinor, soldMinor - marginMinor)
      return `${formatMoney(Math.round(marginMinor / 100) * 100)}${percent === null ? '' : ` ${percent}%`}`
    },
  },
  {
    id: 'last',
    head: 'Last load',
    width: '108px',
    shown: 'at first',
    sorts: 'descending',
    cell: ({ lastAt }, { today, zone }) =>
      lastAt === null ? <span className="label">none</span> : dayWords(dayOf(toLocal(lastAt, zone)), today),
  },
  {
    id: 'currency',
    head: 'Billed in',
    width: '120px',
    shown: 'when chosen',
    cell: ({ currency }) => currencyWords[currency],
  },
  {
    id: 'hold',
    head: 'On hold',
    width: 'minmax(0,0.7fr)',
    shown: 'at first',
    cell: ({ hold }) => (hold ? <span className="text-ring-text">{hold}</span> : ''),
  },
]
