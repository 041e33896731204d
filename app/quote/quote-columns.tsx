import { formatMoney } from '#core/money/money'
import { validWords } from '#core/quote/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { ListedQuote } from '#server/quote/list'
import type { Column } from '../ui/table/column'

/** The columns that the list of quotes can show. */
export const quoteColumns: readonly Column<ListedQuote>[] = [
  {
    id: 'number',
    head: 'Quote',
    width: '64px',
    shown: 'always',
    sorts: 'descending',
    cell: ({ number }) => <span className="font-mono font-normal">{number}</span>,
  },
  {
    id: 'created',
    head: 'Created',
    width: '96px',
    shown: 'at first',
    sorts: 'descending',
    cell: ({ createdAt }, { today, zone }) => (
      <span className="label">{dayWords(dayOf(toLocal(createdAt, zone)), today)}</span>
    ),
  },
  {
    id: 'customer',
    head: 'Customer',
    width: 'minmax(0,1.2fr)',
    shown: 'at first',
    sorts: 'ascending',
    cell: ({ customerName, prospect }) => (
      <>
        {customerName}
        {prospect && <span className="text-ring-text"> prospect</span>}
      </>
    ),
  },
  {
    id: 'for',
    head: 'For',
    width: 'minmax(0,1.5fr)',
    shown: 'at first',
    cell: ({ title, lane }) => (
      <>
        {title && <b className="font-semibold">{title} </b>}
        <span className={title ? 'label' : ''}>{lane}</span>
      </>
    ),
  },
  {
    id: 'rep',
    head: 'Rep',
    width: 'minmax(0,0.7fr)',
    shown: 'when chosen',
    sorts: 'ascending',
    cell: ({ rep }) => rep,
  },
  { id: 'lines', head: 'Lines', width: '52px', shown: 'at first', isNumber: true, cell: ({ lines }) => lines },
  {
    id: 'status',
    head: 'Status',
    width: 'minmax(0,1.3fr)',
    shown: 'at first',
    cell: (quote) => <Status quote={quote} />,
  },
  {
    id: 'total',
    head: 'Total',
    width: '96px',
    shown: 'at first',
    isNumber: true,
    cell: ({ sellMinor, currency }) =>
      sellMinor > 0 ? formatMoney(Math.round(sellMinor / 10_000) * 10_000, currency) : '',
  },
  {
    id: 'valid',
    head: 'Validity',
    width: '150px',
    shown: 'at first',
    sorts: 'descending',
    cell: ({ lines, draft, sent, validUntil }, { today }) =>
      lines > 0 && draft === 0 && sent === 0 ? (
        <span className="label">settled</span>
      ) : (
        <span className={validUntil < today ? 'text-ring-text' : ''}>{validWords(validUntil, today)}</span>
      ),
  },
]

/** How many of a quote's lines are in each state. */
function Status({ quote }: { quote: ListedQuote }) {
  const standing: [number, string, string][] = [
    [quote.bad, 'to fix', 'font-semibold text-bill'],
    [quote.draft - quote.bad, 'draft', ''],
    [quote.sent, 'out', 'text-dusk'],
    [quote.won, 'won', 'text-acacia'],
    [quote.lost, 'lost', 'text-second'],
    [quote.lapsed, 'lapsed', 'text-second'],
  ]
  return (
    <span className="flex gap-x-3">
      {standing
        .filter(([count]) => count > 0)
        .map(([count, words, tone]) => (
          <span key={words} className={tone}>
            {count} {words}
          </span>
        ))}
    </span>
  )
}
