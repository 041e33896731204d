import type { PastPrice, PriceSource } from '#core/rates/past-price'
import { hour } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'

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

const columns = 'load.origin_postal originPostal, load.dest_postal destPostal, load.equipment, load.miles, load.weight_lb weightLb, load.pickup_at pickupAt'

const buys = prepared((db) => db.$client.prepare(`select load.id, load.covered_at bookedAt, ${columns}, coalesce(fixed.price_minor, load.pay_minor) buyMinor, fixed.verdict
    from load left join rate_correction fixed on fixed.load_id = load.id
    where pay_minor is not null and practice = 0 and covered_at >= ? and covered_at > ? and coalesce(fixed.verdict, '') <> 'left_out' order by covered_at`))

const lostOffers = prepared((db) =>
  db.$client.prepare(`select offer.id, offer.received_at bookedAt, ${columns}, offer.pay_minor buyMinor from offer join load on load.id = offer.load_id
    where offer.state = 'turned_down' and load.practice = 0 and offer.received_at >= ? order by offer.received_at`),
)

const toPrice = (source: PriceSource, prefix: string) => ({ id, bookedAt, pickupAt, verdict, ...row }: Row): PastPrice => ({ ...row, confirmed: Boolean(verdict), id: `${prefix}${id}`, bookedAt, pickupAt, leadHours: Math.max(0, (pickupAt - bookedAt) / hour), source, count: 1 })

/** Our own past buys in the order of booking, from after an instant to before another. */
export const readPastBuys = (db: Db, { now, after }: { now: number; after: number }): PastPrice[] =>
  (buys(db).all(now - keptDays * 24 * hour, after) as Row[]).map(toPrice('buy', '')).filter(({ bookedAt }) => bookedAt < now)

/** Our own past buys and the offers we turned down, in the order of booking. Reads every offer: for a thread that nobody waits for. */
export function readPastPrices(db: Db, { now = Number.MAX_SAFE_INTEGER }: { now?: number } = {}): PastPrice[] {
  const since = now === Number.MAX_SAFE_INTEGER ? 0 : now - keptDays * 24 * hour
  const prices = [...(buys(db).all(since, 0) as Row[]).map(toPrice('buy', '')), ...(lostOffers(db).all(since) as Row[]).map(toPrice('lost_offer', 'offer '))]
  return prices.filter(({ bookedAt }) => bookedAt < now).sort((one, other) => one.bookedAt - other.bookedAt)
}
