import { booked } from '#core/load/states'
import { dayOf, toLocal } from '#core/time/local'
import type { LoadToVet } from '#core/vetting/facts'
import { type Db, prepared } from '#server/db.server'
import type { load } from '#server/schema'
import { inSql } from '#server/schema/state-sql'

type LoadRow = typeof load.$inferSelect

/** What of a load the gate looks at; a lane that is no load yet has no id. */
export type LoadForGate = Pick<
  LoadRow,
  | 'customerId'
  | 'equipment'
  | 'commodity'
  | 'freightValueMinor'
  | 'hazmat'
  | 'pickupAt'
  | 'originZone'
  | 'deliverBy'
  | 'destZone'
  | 'bandLowMinor'
> & { id: number | null }

const placeQuery = prepared((db) =>
  db.$client.prepare<[{ loadId: number | null; customerId: number }], { customer: string; countries: string | null }>(
    'select name customer, (select group_concat(distinct facility.country) from stop join facility on facility.id = stop.facility_id where stop.load_id = @loadId) countries from customer where id = @customerId',
  ),
)

/** A load as the rules read it: its days those of its own places. */
export function loadToVet(db: Db, row: LoadForGate): LoadToVet {
  const around = placeQuery(db).get({ loadId: row.id, customerId: row.customerId })
  const countries = (around?.countries ?? 'US').split(',').sort() as LoadToVet['countries']
  return {
    customer: around?.customer ?? null,
    commodity: row.commodity,
    equipment: row.equipment,
    freightValueMinor: row.freightValueMinor,
    hazmat: row.hazmat,
    countries,
    pickupOn: dayOf(toLocal(row.pickupAt, row.originZone)),
    lastDeliveryOn: dayOf(toLocal(row.deliverBy, row.destZone)),
  }
}

/** Carrier's other loads with us, and its open offers on others, around the days of a load. */
export const heldQuery = prepared((db) =>
  db.$client.prepare<
    [{ ids: string; loadId: number | null; from: number; to: number }],
    { carrierId: number; held: number; offered: number }
  >(
    `select value carrierId,
       (select count(*) from load where load.carrier_id = value and load.pickup_at <= @to and load.pickup_at >= @from - 864000000 and load.deliver_by >= @from and state in (${inSql(booked)}) and load.id is not @loadId and practice = 0) held,
       (select count(distinct offer.load_id) from offer join load on load.id = offer.load_id where offer.carrier_id = value and offer.state = 'open' and load.state = 'uncovered' and load.pickup_at <= @to and load.deliver_by >= @from and load.id is not @loadId and practice = 0) offered
     from json_each(@ids)`,
  ),
)
