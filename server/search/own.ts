import type { FoundPosting } from '#core/search/found'
import { dayOf, toLocal } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { type Floor, ours, putSource, removeSource } from './floor'

/** A truck that was to be empty longer ago than this has found something else. */
const longestWaitMs = 36 * 3_600_000

interface LoadRow {
  id: number
  number: string
  equipment: string
  partial: number
  lengthFt: number | null
  weightLb: number
  miles: number
  originCity: string
  originRegion: string
  originLat: number
  originLon: number
  originZone: string
  destCity: string
  destRegion: string
  destLat: number
  destLon: number
  destZone: string
  pickupAt: number
  pickupBy: number
  deliverBy: number
  openedAt: number | null
  createdAt: number
  targetPayMinor: number | null
  carrier: string | null
  mc: string | null
  phone: string | null
}

const columns = `load.id, load.number, load.equipment, load.partial, load.length_ft lengthFt, load.weight_lb weightLb, load.miles,
  load.origin_city originCity, load.origin_region originRegion, load.origin_lat originLat, load.origin_lon originLon, load.origin_zone originZone,
  load.dest_city destCity, load.dest_region destRegion, load.dest_lat destLat, load.dest_lon destLon, load.dest_zone destZone,
  load.pickup_at pickupAt, load.pickup_by pickupBy, load.deliver_by deliverBy, load.opened_at openedAt, load.created_at createdAt, load.target_pay_minor targetPayMinor`

const openQuery = prepared((db) =>
  db.$client.prepare(`select ${columns} from load where state = 'uncovered' and practice = 0`),
)
const rollingQuery = prepared((db) =>
  db.$client.prepare(
    `select ${columns}, carrier.name carrier, carrier.mc_number mc, carrier.phone from load join carrier on carrier.id = load.carrier_id
     where load.state in ('covered', 'dispatched', 'in_transit') and load.practice = 0 and load.deliver_by > ?`,
  ),
)

/** Our own open loads, and the trucks that will be empty after ours, by their number on the floor. */
function ownRows(db: Db, now: number): Map<string, LoadRow> {
  const loads = openQuery(db).all() as LoadRow[]
  const trucks = rollingQuery(db).all(now - longestWaitMs) as LoadRow[]
  return new Map([
    ...loads.map((row) => [`load-${row.id}`, row] as const),
    ...trucks.map((row) => [`truck-${row.id}`, row] as const),
  ])
}

/** What of ours is shown to whoever searches. */
const postingOf = (id: string, row: LoadRow): FoundPosting =>
  id.startsWith('truck-') ? truckPosting(id, row) : loadPosting(id, row)

const shared = (row: LoadRow) => ({
  board: ours,
  equipment: row.equipment,
  lengthFt: row.lengthFt,
  daysToPay: null,
  ownLoadId: row.id,
})

/** A load of ours that wants a truck; its pay is our target. */
const loadPosting = (id: string, row: LoadRow): FoundPosting => ({
  ...shared(row),
  id,
  kind: 'load',
  origin: { city: row.originCity, region: row.originRegion, lat: row.originLat, lon: row.originLon },
  destination: { city: row.destCity, region: row.destRegion, lat: row.destLat, lon: row.destLon },
  full: row.partial === 0,
  weightLb: row.weightLb,
  miles: Math.round(row.miles),
  rate: row.targetPayMinor === null ? null : { amount: row.targetPayMinor / 100, basis: 'flat' },
  earliest: dayOf(toLocal(row.pickupAt, row.originZone)),
  latest: dayOf(toLocal(row.pickupBy, row.originZone)),
  postedAt: new Date(row.openedAt ?? row.createdAt).toISOString(),
  company: row.number,
  comments: '',
  mc: null,
  phone: null,
})

/** A truck on a load of ours, where and when that ends. */
const truckPosting = (id: string, row: LoadRow): FoundPosting => ({
  ...shared(row),
  id,
  kind: 'truck',
  origin: { city: row.destCity, region: row.destRegion, lat: row.destLat, lon: row.destLon },
  destination: null,
  toStates: [],
  full: true,
  weightLb: null,
  miles: null,
  rate: null,
  earliest: dayOf(toLocal(row.deliverBy, row.destZone)),
  latest: null,
  postedAt: new Date(row.openedAt ?? row.createdAt).toISOString(),
  company: row.carrier,
  comments: `empty after our ${row.number}`,
  mc: row.mc,
  phone: row.phone,
})

/** What of ours was shown last, as the text of its row, to see what changed: few do between two looks. */
const known = new WeakMap<Floor, Map<string, string>>()

/** Brings our own freight and trucks on the floor up to date. */
export function showOwn(db: Db, floor: Floor, now: number): void {
  const before = known.get(floor)
  const after = new Map<string, string>()
  for (const [id, row] of ownRows(db, now)) {
    const text = JSON.stringify(row)
    after.set(id, text)
    if (before?.get(id) === text) continue
    const posting = postingOf(id, row)
    putSource(floor, posting, before ? now : Date.parse(posting.postedAt))
  }
  for (const id of before?.keys() ?? []) if (!after.has(id)) removeSource(floor, ours, id)
  known.set(floor, after)
}
