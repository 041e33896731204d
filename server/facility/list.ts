import type { FacilityQuery, FacilityShow, FacilitySort } from '#core/facility/facility-query'
import { termsOf } from '#core/find/words'
import type { Sort } from '#core/listing/sort'
import { unknownStreet } from '#core/load/load'
import type { Db } from '#server/db.server'

export interface ListedFacility {
  id: number
  name: string
  address: string
  city: string
  region: string
  zone: string
  booking: 'appointment' | 'first_come'
  opens: string | null
  closes: string | null
  phone: string
  /** Stops of loads there, in all. */
  stops: number
  /** The newest pickup of a load with a stop there. */
  lastAt: number | null
}

const shownOnly: Record<FacilityShow, string> = {
  all: 'true',
  no_hours: 'opens is null',
  no_street: 'address = @unknown',
}

const sortedBy: Record<FacilitySort, string> = { name: 'search', city: 'region, city', stops: 'stops', last: 'lastAt' }

const newestAt =
  '(select max(load.pickup_at) from stop join load on load.id = stop.load_id where stop.facility_id = facility.id)'

const statement = ({ column, direction }: Sort<FacilitySort>, show: FacilityShow) => {
  const order = direction === 'ascending' ? 'asc' : 'desc'
  const columns = sortedBy[column]
    .split(', ')
    .map((each) => `${each} ${order}`)
    .join(', ')
  // Found and sorted by what the sort needs; the rest is read for the rows that are shown.
  return `with found as materialized (
    select facility.id, count(*) over () total, search, city, region, ${column === 'last' ? `${newestAt} lastAt,` : ''}
      (select count(*) from stop where stop.facility_id = facility.id) stops
    from facility where ${shownOnly[show]} and not exists (
      select 1 from json_each(@terms) term where ' ' || search not like '% ' || term.value || '%')
    order by ${columns}, search limit @limit offset @from)
  select found.total, found.stops, facility.id, name, address, facility.city, facility.region, zone, booking, opens, closes, phone,
    ${newestAt} lastAt
  from found join facility on facility.id = found.id order by ${columns.replace('search', 'found.search').replace('region', 'found.region').replace(' city', ' found.city')}, found.search`
}

/** A stretch of the facilities and how many there are, by any words of their name, street or city. */
export function listFacilities(
  db: Db,
  { q, show, sort }: FacilityQuery,
  page: { from: number; limit: number },
): { rows: ListedFacility[]; total: number } {
  const rows = db.$client.prepare(statement(sort, show)).all({
    terms: JSON.stringify(termsOf(q)),
    ...(show === 'no_street' ? { unknown: unknownStreet } : {}),
    ...page,
  }) as (ListedFacility & { total: number })[]
  return { rows: rows.map(({ total: _, ...row }) => row), total: rows[0]?.total ?? 0 }
}
