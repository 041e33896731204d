import type { CustomerQuery, CustomerShow, CustomerSort } from '#core/customer/customer-query'
import { termsOf } from '#core/find/words'
import type { Sort } from '#core/listing/sort'
import { onDesk } from '#core/load/states'
import type { Currency } from '#core/money/money'
import type { Db } from '#server/db.server'
import { inSql } from '#server/schema/state-sql'

const day = 86_400_000

/** Loads and margin are counted over so long. */
export const countedMs = 90 * day

/** A customer who has not shipped for so long has gone quiet. */
const quietMs = 60 * day

export interface ListedCustomer {
  id: number
  name: string
  city: string
  region: string
  phone: string
  billingMail: string | null
  currency: Currency
  prospect: boolean
  hold: string | null
  contacts: number
  /** Loads on the desk: not yet dispatched. */
  open: number
  /** Over the last 90 days. */
  loads: number
  /** Of the covered ones among them, in the desk's currency. */
  marginMinor: number
  soldMinor: number
  lastAt: number | null
}

const shownOnly: Record<CustomerShow, string> = {
  all: 'true',
  prospects: 'customer.prospect = 1',
  no_payer: 'customer.billing_mail is null',
  on_hold: 'customer.hold is not null',
  quiet:
    'customer.prospect = 0 and coalesce((select max(created_at) from load where load.customer_id = customer.id), 0) < @quiet',
}

/** What each column is sorted by; a name breaks a tie. */
const sortedBy: Record<CustomerSort, string> = {
  name: 'search',
  city: 'region, city',
  open: 'open',
  loads: 'loads',
  margin: 'marginMinor',
  last: 'lastAt',
}

const statement = ({ column, direction }: Sort<CustomerSort>, show: CustomerShow) => {
  const order = direction === 'ascending' ? 'asc' : 'desc'
  const columns = sortedBy[column]
    .split(', ')
    .map((each) => `${each} ${order}`)
    .join(', ')
  return `with
    wanted as (select * from customer where ${shownOnly[show]} and not exists (
      select 1 from json_each(@terms) term where ' ' || customer.search || ' ' || lower(customer.city || ' ' || customer.region) not like '% ' || term.value || '%')),
    opened as (select customer_id, count(*) open from load where state in (${inSql(onDesk)}) and practice = 0 group by customer_id),
    recent as (select customer_id, count(*) loads,
        sum(case when pay_minor is not null and state <> 'cancelled' then sell_minor - pay_minor else 0 end) marginMinor,
        sum(case when pay_minor is not null and state <> 'cancelled' then sell_minor else 0 end) soldMinor
      from load where customer_id in (select id from wanted) and created_at > @since and practice = 0 group by customer_id)
  select count(*) over () total, wanted.id, name, city, region, phone, billing_mail billingMail, currency, prospect, hold, search,
    (select count(*) from customer_contact where customer_contact.customer_id = wanted.id) contacts,
    coalesce(open, 0) open, coalesce(loads, 0) loads, coalesce(marginMinor, 0) marginMinor, coalesce(soldMinor, 0) soldMinor,
    (select max(created_at) from load where load.customer_id = wanted.id) lastAt
  from wanted left join opened on opened.customer_id = wanted.id left join recent on recent.customer_id = wanted.id
  order by ${columns}, search limit @limit offset @from`
}

/** A stretch of the customers and how many there are, by any words of their name or city. */
export function listCustomers(
  db: Db,
  { q, show, sort }: CustomerQuery,
  page: { from: number; limit: number },
  now: number,
): { rows: ListedCustomer[]; total: number } {
  const rows = db.$client.prepare(statement(sort, show)).all({
    terms: JSON.stringify(termsOf(q)),
    since: now - countedMs,
    ...(show === 'quiet' ? { quiet: now - quietMs } : {}),
    ...page,
  }) as (ListedCustomer & { total: number; prospect: unknown; search: string })[]
  return {
    rows: rows.map(({ total: _, search: __, ...row }) => ({ ...row, prospect: Boolean(row.prospect) })),
    total: rows[0]?.total ?? 0,
  }
}
