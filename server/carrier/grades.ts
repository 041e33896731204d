import { type CarrierCounts, expectedShare, type LoadMark } from '#core/carrier/grades'
import { delivered } from '#core/load/states'
import { type Db, prepared } from '#server/db.server'
import { inSql } from '#server/schema/state-sql'

const loadsQuery = prepared((db) =>
  db.$client.prepare(
    `select count(*) awarded, sum(state in (${inSql(delivered)})) hauled, sum(delivered_on_time is not null) delivered, coalesce(sum(delivered_on_time = 1), 0) deliveredOnTime
     from load where (@carrierId is null or carrier_id = @carrierId) and carrier_id is not null and practice = 0`,
  ),
)
const offersQuery = prepared((db) =>
  db.$client.prepare('select count(*) offered from offer where (@carrierId is null or carrier_id = @carrierId)'),
)
// Kept by the log, for the load itself forgets a carrier that fell through.
const fellQuery = prepared((db) =>
  db.$client.prepare(
    "select count(*) fell from offer join event on event.aggregate = 'load' and event.aggregate_id = offer.load_id and event.kind = 'award_released' and json_extract(event.data, '$.carrierName') = @name where offer.carrier_id = @carrierId",
  ),
)
const acceptedQuery = prepared((db) =>
  db.$client.prepare(
    "select count(distinct load.id) asked, count(distinct case when confirmation.state = 'accepted' then load.id end) accepted from load join confirmation on confirmation.load_id = load.id and confirmation.state <> 'void' where (@carrierId is null or load.carrier_id = @carrierId)",
  ),
)

const marksQuery = prepared((db) =>
  db.$client.prepare(
    'select mark, count(*) count from load_mark where (@carrierId is null or carrier_id = @carrierId) group by mark',
  ),
)

function marksOf(db: Db, carrierId: number | null) {
  const marks = new Map(
    (marksQuery(db).all({ carrierId }) as { mark: LoadMark; count: number }[]).map(({ mark, count }) => [mark, count]),
  )
  const of = (mark: LoadMark) => marks.get(mark) ?? 0
  return {
    pickedUpOnTime: of('picked_up_on_time'),
    pickedUp: of('picked_up_on_time') + of('picked_up_late'),
    callsAnswered: of('call_answered'),
    calls: of('call_answered') + of('call_missed'),
    claims: of('claim'),
    disputes: of('dispute'),
  }
}

/**
 * What one carrier did with our loads, or all of them where `carrierId` is null. Pickups, check calls, claims and disputes are those that somebody
 * noted; where nobody ever noted a claim, none of so many loads is all that is known.
 */
export function countsOf(db: Db, carrierId: number | null, name = ''): CarrierCounts {
  const loads = loadsQuery(db).get({ carrierId }) as {
    awarded: number
    hauled: number | null
    delivered: number | null
    deliveredOnTime: number
  }
  const { offered } = offersQuery(db).get({ carrierId }) as { offered: number }
  const fell = carrierId === null ? 0 : (fellQuery(db).get({ carrierId, name }) as { fell: number }).fell
  const { asked, accepted } = acceptedQuery(db).get({ carrierId }) as { asked: number; accepted: number }
  // Loads from before confirmations were kept were hauled: they count as accepted.
  const before = loads.awarded - asked
  return {
    offered,
    awarded: loads.awarded + fell,
    accepted: accepted + before,
    fellThrough: fell,
    delivered: loads.delivered ?? 0,
    deliveredOnTime: loads.deliveredOnTime,
    ...marksOf(db, carrierId),
    hauled: loads.hauled ?? 0,
  }
}

const onTimeQuery = prepared((db) =>
  db.$client.prepare<[], { carrierId: number; of: number; good: number }>(
    `select carrier_id carrierId, count(*) "of", sum(delivered_on_time = 1) good from load
     where delivered_on_time is not null and carrier_id is not null and practice = 0 group by carrier_id`,
  ),
)

/** How often each carrier that delivered for us is expected to be on time, by id: drawn towards the average of all, as its grade is. */
export function onTimeShares(db: Db): Map<number, number> {
  const rows = onTimeQuery(db).all()
  const [good, of] = [rows.reduce((sum, row) => sum + row.good, 0), rows.reduce((sum, row) => sum + row.of, 0)]
  const average = of === 0 ? 0 : good / of
  return new Map(rows.map((row) => [row.carrierId, expectedShare(row.good, row.of, average)]))
}

const remembered = new WeakMap<object, { at: number; counts: CarrierCounts }>()
const rememberFor = 600_000

/** The counts of all carriers together; counted again every ten minutes. */
export function allCounts(db: Db, now: number): CarrierCounts {
  const held = remembered.get(db)
  if (held && now - held.at < rememberFor && now >= held.at) return held.counts
  const counts = countsOf(db, null)
  remembered.set(db, { at: now, counts })
  return counts
}
