import type { Sort } from '#core/listing/sort'
import type { Currency } from '#core/money/money'
import type { QuoteColumn, QuoteQuery } from '#core/quote/quote-query'
import { type Db, prepared } from '#server/db.server'

const filtered =
  "from quote where (@reps is null or rep_id in (select value from json_each(@reps))) and (customer_id in (select id from customer where search like @words) or @words = '%' or number like @words or (@words <> '%' and title like @words))"

const counted = prepared((db) =>
  db.$client.prepare<[{ words: string; reps: string | null }], number>(`select count(*) ${filtered}`).pluck(),
)

/** What each column is sorted by. */
const sortedBy: Record<QuoteColumn, string> = {
  number: 'id',
  created: 'created_at',
  customer: '(select search from customer where customer.id = quote.customer_id)',
  rep: '(select name from user where user.id = quote.rep_id)',
  valid: 'valid_until',
}

const listed = (db: Db, { column, direction }: Sort<QuoteColumn>) => {
  const order = direction === 'ascending' ? 'asc' : 'desc'
  return db.$client.prepare(`select quote.id, quote.number, quote.title, quote.valid_until validUntil, quote.currency, quote.version, quote.sent_at sentAt, quote.created_at createdAt, customer.name customerName, customer.prospect, user.name rep,
      count(quote_line.id) lines, sum(quote_line.state = 'draft') draft, sum(quote_line.state = 'sent') sent, sum(quote_line.state = 'won') won, sum(quote_line.state = 'lost') lost, sum(quote_line.state = 'lapsed') lapsed,
      sum(quote_line.problems <> '[]') bad, sum(coalesce(quote_line.sell_minor, 0) * coalesce(quote_line.loads, 1)) sellMinor,
      min(quote_line.position) firstPosition
    from (select *, row_number() over (order by ${sortedBy[column]} ${order}, id ${order}) place ${filtered} order by place limit @limit offset @from) quote
    join customer on customer.id = quote.customer_id join user on user.id = quote.rep_id left join quote_line on quote_line.quote_id = quote.id
    group by quote.id order by quote.place`)
}

const firstLanes = prepared((db) =>
  db.$client.prepare(
    "select quote_id quoteId, position, origin_city || ' ' || origin_region || ' to ' || dest_city || ' ' || dest_region lane from quote_line where sell_minor is not null and (quote_id, position) in (select quote_id, min(position) from quote_line where sell_minor is not null and quote_id in (select value from json_each(?)) group by quote_id)",
  ),
)

export interface ListedQuote {
  id: number
  number: string
  title: string
  customerName: string
  prospect: boolean
  rep: string
  validUntil: string
  sentAt: number | null
  createdAt: number
  lines: number
  draft: number
  sent: number
  won: number
  lost: number
  lapsed: number
  bad: number
  /** All loads of all lines, in the quote's currency. */
  sellMinor: number
  currency: Currency
  lane: string
}

/** A stretch of the quotes and how many there are; by words of the customer, the title or the number where any are given, and of some people (ids in JSON) alone. */
export function listQuotes(
  db: Db,
  { q, sort }: QuoteQuery,
  { reps = null, ...page }: { from: number; limit: number; reps?: string | null },
): { rows: ListedQuote[]; total: number } {
  const plain = q.trim().toLowerCase().replace(/[%_]/g, '')
  const filter = { words: plain === '' ? '%' : `%${plain}%`, reps }
  const rows = listed(db, sort).all({ ...filter, ...page }) as (Omit<ListedQuote, 'lane' | 'prospect'> & {
    prospect: number
  })[]
  const lanes = new Map(
    (firstLanes(db).all(JSON.stringify(rows.map(({ id }) => id))) as { quoteId: number; lane: string }[]).map(
      ({ quoteId, lane }) => [quoteId, lane],
    ),
  )
  return {
    rows: rows.map((row) => ({
      ...row,
      prospect: row.prospect === 1,
      lane: lanes.get(row.id) ?? '',
    })),
    total: counted(db).get(filter) ?? 0,
  }
}
