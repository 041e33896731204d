import { eq } from 'drizzle-orm'
import type { Equipment } from '#core/load/load'
import { cellsAround } from '#core/place/place'
import { prefixOf } from '#core/rates/past-price'
import type { SuspectKind } from '#core/rates/suspects'
import { type Db, prepared } from '#server/db.server'
import { fuelShare } from '#server/fuel/fuel'
import { laneAverage } from '#server/market/lane-average'
import { priorLines } from '#server/quote/insight'
import { bandOfPicture, findRatePicture } from '#server/rates/band'
import { rateModel, rateModelState } from '#server/rates/model'
import { load } from '#server/schema'
import { hauledAtPay } from '#server/schema/hauled'

/** One past load on the lane or around it. */
export interface LaneBuy {
  loadId: number
  number: string
  coveredAt: number
  payMinor: number
  /** What it would have been for this lane's miles. */
  perLaneMinor: number
  carrierName: string
  deliveredOnTime: boolean | null
  /** All the carrier's deliveries for us whose time we know, and how many of them were in time. */
  grade: { onTime: number; of: number }
  origin: { city: string; region: string; lat: number; lon: number }
  dest: { city: string; region: string; lat: number; lon: number }
  /** On this very lane, not only near it. */
  same: boolean
  suspect: SuspectKind | null
}

interface Row {
  id: number
  number: string
  coveredAt: number
  payMinor: number
  miles: number
  carrierId: number
  carrierName: string
  deliveredOnTime: number | null
  originCity: string
  originRegion: string
  originPostal: string
  originLat: number
  originLon: number
  destCity: string
  destRegion: string
  destPostal: string
  destLat: number
  destLon: number
}

const reach = 1
const maxBuys = 300
const maxLost = 40
const marks = Array.from({ length: (reach * 2 + 1) ** 2 }, () => '?').join(', ')

const buysQuery = prepared((db) =>
  db.$client.prepare(`select load.id, load.number, load.covered_at coveredAt, coalesce(fixed.price_minor, load.pay_minor) payMinor, load.miles, load.carrier_id carrierId, carrier.name carrierName, load.delivered_on_time deliveredOnTime,
      load.origin_city originCity, load.origin_region originRegion, load.origin_postal originPostal, load.origin_lat originLat, load.origin_lon originLon,
      load.dest_city destCity, load.dest_region destRegion, load.dest_postal destPostal, load.dest_lat destLat, load.dest_lon destLon
    from load indexed by load_lane join carrier on carrier.id = load.carrier_id left join rate_correction fixed on fixed.load_id = load.id
    where ${hauledAtPay()} and load.equipment = ? and load.origin_cell in (${marks}) and load.dest_cell in (${marks}) and load.covered_at < ? and coalesce(fixed.verdict, '') <> 'left_out'
    order by load.covered_at desc limit ${maxBuys}`),
)

const gradesQuery = prepared((db) =>
  db.$client.prepare(
    'select carrier_id carrierId, sum(delivered_on_time) onTime, count(delivered_on_time) "of" from load where carrier_id in (select value from json_each(?)) group by carrier_id',
  ),
)

/** How punctual carriers were for us, by carrier. */
function gradesOf(db: Db, carrierIds: number[]): Map<number, { onTime: number; of: number }> {
  const rows = gradesQuery(db).all(JSON.stringify([...new Set(carrierIds)])) as {
    carrierId: number
    onTime: number | null
    of: number
  }[]
  return new Map(rows.map(({ carrierId, onTime, of }) => [carrierId, { onTime: onTime ?? 0, of }]))
}

/** Offers on the loads given that were not taken. */
const lostQuery = prepared((db) =>
  db.$client.prepare(`select offer.load_id loadId, carrier.name carrierName, offer.pay_minor payMinor, offer.received_at receivedAt, load.number from offer join carrier on carrier.id = offer.carrier_id join load on load.id = offer.load_id
    where offer.load_id in (select value from json_each(?)) and offer.state in ('turned_down', 'declined', 'lapsed') order by offer.received_at desc limit ${maxLost}`),
)

export interface LostOffer {
  loadId: number
  number: string
  carrierName: string
  payMinor: number
  receivedAt: number
}

type Lane = Pick<
  typeof load.$inferSelect,
  | 'customerId'
  | 'equipment'
  | 'originPostal'
  | 'destPostal'
  | 'originLat'
  | 'originLon'
  | 'destLat'
  | 'destLon'
  | 'miles'
  | 'weightLb'
  | 'pickupAt'
>

/** What the rate picture of a load rests on: the picture with its account, who moved the lane before, what was turned down. */
export function readLaneHistory(db: Db, loadId: number, now: number) {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  return row ? laneHistory(db, row, now) : null
}

function laneHistory(db: Db, lane: Lane, now: number) {
  const picture = findRatePicture(db, { ...lane, equipment: lane.equipment as Equipment }, now, fuelShare(db, now))
  const suspects = new Map(
    rateModel(db, now)
      ?.suspects.filter(({ kind }) => kind !== 'no_weight')
      .map(({ id, kind }) => [id, kind]) ?? [],
  )
  const near = (lat: number, lon: number) => cellsAround({ lat, lon }, reach)
  const rows = buysQuery(db).all(
    lane.equipment,
    ...near(lane.originLat, lane.originLon),
    ...near(lane.destLat, lane.destLon),
    now,
  ) as Row[]
  const grades = gradesOf(
    db,
    rows.map(({ carrierId }) => carrierId),
  )
  const buys = rows.map(
    (row): LaneBuy => ({
      grade: grades.get(row.carrierId) ?? { onTime: 0, of: 0 },
      loadId: row.id,
      number: row.number,
      coveredAt: row.coveredAt,
      payMinor: row.payMinor,
      perLaneMinor: row.miles > 0 ? Math.round((row.payMinor / row.miles) * lane.miles) : row.payMinor,
      carrierName: row.carrierName,
      deliveredOnTime: row.deliveredOnTime === null ? null : row.deliveredOnTime === 1,
      origin: { city: row.originCity, region: row.originRegion, lat: row.originLat, lon: row.originLon },
      dest: { city: row.destCity, region: row.destRegion, lat: row.destLat, lon: row.destLon },
      same:
        prefixOf(row.originPostal) === prefixOf(lane.originPostal) &&
        prefixOf(row.destPostal) === prefixOf(lane.destPostal),
      suspect: suspects.get(String(row.id)) ?? null,
    }),
  )
  const lost = lostQuery(db).all(
    JSON.stringify(buys.filter(({ same }) => same).map((buy) => buy.loadId)),
  ) as LostOffer[]
  return {
    picture,
    band: picture && bandOfPicture(picture, now),
    state: rateModelState(),
    buys,
    lost,
    quotes: priorLines(db, lane, 0, lane.customerId),
    market: laneAverage(db, lane, now),
    now,
  }
}

export type LaneHistory = NonNullable<ReturnType<typeof readLaneHistory>>
