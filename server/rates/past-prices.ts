import type { PastPrice, PriceSource } from '#core/rates/past-price'
import { hour } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { hauledAtPay } from '#server/schema/hauled'

/** Prices older than this many days tell of another market. */
const keptDays = 540

interface Row {
  id: number
  bookedAt: number
  originPostal: string
  destPostal: string
  equipment: string
  miles: number
  weightLb: number | null
  pickupAt: number
  buyMinor: number
  verdict?: 'price' | 'as_paid' | null
}

const columns =
  'load.origin_postal originPostal, load.dest_postal destPostal, load.equipment, load.miles, load.weight_lb weightLb, load.pickup_at pickupAt'

const buys = prepared((db) =>
  db.$client.prepare(`select load.id, load.covered_at bookedAt, ${columns}, coalesce(fixed.price_minor, load.pay_minor) buyMinor, fixed.verdict
    from load left join rate_correction fixed on fixed.load_id = load.id
    where ${hauledAtPay()} and covered_at >= ? and covered_at > ? and coalesce(fixed.verdict, '') <> 'left_out' order by covered_at`),
)

const lostOffers = prepared((db) =>
  db.$client.prepare(`select offer.id, offer.received_at bookedAt, ${columns}, offer.pay_minor buyMinor from offer join load on load.id = offer.load_id
    where offer.state = 'turned_down' and load.practice = 0 and offer.received_at >= ? order by offer.received_at`),
)

const toPrice =
  (source: PriceSource, prefix: string) =>
  ({ id, bookedAt, pickupAt, verdict, ...row }: Row): PastPrice => ({
    ...row,
    confirmed: Boolean(verdict),
    id: `${prefix}${id}`,
    bookedAt,
    pickupAt,
    leadHours: Math.max(0, (pickupAt - bookedAt) / hour),
    source,
    count: 1,
  })

/** Our own past buys in the order of booking, from after an instant to before another. */
export const readPastBuys = (db: Db, { now, after }: { now: number; after: number }): PastPrice[] =>
  (buys(db).all(now - keptDays * 24 * hour, after) as Row[])
    .map(toPrice('buy', ''))
    .filter(({ bookedAt }) => bookedAt < now)

/** Market averages older than this say nothing of today's market that our own buys do not. */
const keptAverageDays = 60

interface AverageRow {
  day: string
  originPostal: string
  destPostal: string
  equipment: string
  miles: number
  averageMinor: number
  count: number
  publishedAt: number
}

const averageColumns =
  'day, origin_postal originPostal, dest_postal destPostal, equipment, miles, average_minor averageMinor, count, published_at publishedAt'
const averages = prepared((db) =>
  db.$client.prepare(
    `select ${averageColumns} from market_average indexed by market_average_published where published_at >= ? and published_at < ? order by published_at`,
  ),
)
const newAverages = prepared((db) =>
  db.$client.prepare(
    `select ${averageColumns} from market_average indexed by market_average_received where received_at > ? and received_at <= ? and published_at >= ? order by published_at`,
  ),
)

/** An average as a past price: known from when it came out, of a pickup at noon of its day. */
const averagePrice = (row: AverageRow): PastPrice => ({
  id: `market ${row.originPostal} ${row.destPostal} ${row.equipment} ${row.day}`,
  bookedAt: row.publishedAt,
  originPostal: row.originPostal,
  destPostal: row.destPostal,
  equipment: row.equipment,
  miles: row.miles,
  weightLb: null,
  pickupAt: Date.parse(`${row.day}T18:00:00Z`),
  leadHours: null,
  buyMinor: row.averageMinor,
  source: 'market',
  count: row.count,
})

const readMarket = (db: Db, now: number): PastPrice[] =>
  (averages(db).all(now === Number.MAX_SAFE_INTEGER ? 0 : now - keptAverageDays * 24 * hour, now) as AverageRow[]).map(
    averagePrice,
  )

/** Market averages that came in after an instant, for a model that exists. */
export const readNewAverages = (db: Db, { now, after }: { now: number; after: number }): PastPrice[] =>
  (newAverages(db).all(after, now, now - keptAverageDays * 24 * hour) as AverageRow[]).map(averagePrice)

const quotedPrices = prepared((db) =>
  db.$client.prepare(`select quote_line.id, coalesce(quote_line.decided_at, quote_line.priced_at) bookedAt, origin_postal originPostal, dest_postal destPostal, equipment, miles, weight_lb weightLb, pickup_from pickupFrom, cast(round(coalesce(lost_to_minor, theirs_minor) * coalesce(rate_e6, 1000000) / 1000000.0) as integer) buyMinor
    from quote_line where coalesce(lost_to_minor, theirs_minor) is not null and sell_minor is not null and coalesce(decided_at, priced_at) >= ?`),
)

/**
 * What customers said they pay: the price a lost line went for, or what they pay now. Our own asked prices are left
 * out: they were made by the model, which would only hear itself.
 */
function readToldPrices(db: Db, since: number): PastPrice[] {
  const rows = quotedPrices(db).all(since) as (Omit<Row, 'pickupAt'> & { pickupFrom: string | null })[]
  return rows.map(({ id, pickupFrom, ...row }) => ({
    ...row,
    id: `quote ${id}`,
    pickupAt: pickupFrom ? Date.parse(`${pickupFrom}T18:00:00Z`) : row.bookedAt + 48 * hour,
    leadHours: null,
    source: 'quote',
    count: 1,
  }))
}

const bids = prepared((db) =>
  db.$client.prepare(`select lane_bid.id, lane_bid.received_at bookedAt, lane.origin_postal originPostal, lane.dest_postal destPostal, lane.equipment, lane.miles,
      lane.weight_lb weightLb, project.valid_from validFrom, lane_bid.price_minor buyMinor
    from lane_bid join bid_lane lane on lane.id = lane_bid.lane_id join bid_project project on project.id = lane.project_id
    where lane_bid.received_at >= ? and project.state in ('closed', 'awarded') and lane.miles is not null`),
)

/** What carriers bid on lanes, the routing guide's prices among them: prices that were asked and not paid yet. A sealed bid counts once it is opened. */
const readBids = (db: Db, since: number): PastPrice[] =>
  (bids(db).all(since) as (Omit<Row, 'pickupAt'> & { validFrom: string })[]).map(({ id, validFrom, ...row }) => ({
    ...row,
    id: `bid ${id}`,
    pickupAt: Math.max(row.bookedAt, Date.parse(`${validFrom}T18:00:00Z`)),
    leadHours: null,
    source: 'lost_offer',
    count: 1,
  }))

/** Our own past buys, the offers we turned down, what carriers bid on lanes, what customers said they pay, and the market's averages, in the order of booking. Reads every offer: for a thread that nobody waits for. */
export function readPastPrices(db: Db, { now = Number.MAX_SAFE_INTEGER }: { now?: number } = {}): PastPrice[] {
  const since = now === Number.MAX_SAFE_INTEGER ? 0 : now - keptDays * 24 * hour
  const prices = [
    ...(buys(db).all(since, 0) as Row[]).map(toPrice('buy', '')),
    ...(lostOffers(db).all(since) as Row[]).map(toPrice('lost_offer', 'offer ')),
    ...readBids(db, since),
    ...readToldPrices(db, since),
    ...readMarket(db, now),
  ]
  return prices.filter(({ bookedAt }) => bookedAt < now).sort((one, other) => one.bookedAt - other.bookedAt)
}
