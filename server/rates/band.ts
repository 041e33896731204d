import { cellsAround } from '#core/place/place'
import type { FuelShare } from '#core/rates/account'
import { askRate, type RatePicture } from '#core/rates/ask'
import { usualLeadHours } from '#core/rates/features'
import type { RateQuestion } from '#core/rates/past-price'
import { type Comparable, type RateBand, type RateQuery, rateBand } from '#core/rates/rates'
import { hour } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { hauledAtPay } from '#server/schema/hauled'
import { locatePrefix } from './locate'
import { rateModel } from './model'

/** Squares around each end that are looked at, first near, then wide. */
const nearReach = 1
const wideReach = 3
const maxComparables = 240

const nearQuery = prepared((db) => db.$client.prepare(comparablesSql(nearReach)))
const wideQuery = prepared((db) => db.$client.prepare(comparablesSql(wideReach)))

function comparablesSql(reach: number): string {
  const marks = Array.from({ length: (reach * 2 + 1) ** 2 }, () => '?').join(', ')
  return `select origin_postal originPostal, dest_postal destPostal, origin_lat originLat, origin_lon originLon, dest_lat destLat, dest_lon destLon, miles, pay_minor buyMinor, covered_at bookedAt
    from load where id in (
      select id from load indexed by load_lane
      where ${hauledAtPay()} and equipment = ? and origin_cell in (${marks}) and dest_cell in (${marks}) and covered_at < ?
      order by covered_at desc limit ${maxComparables})`
}

/** Figures are shown in whole steps of five dollars: nobody can tell nearer. */
const stepMinor = 500

/** The rate picture of a lane by the model; null until the model is there, or where it has nothing to go by. `fuel` is distinguished in its account where it is given. */
export function findRatePicture(
  db: Db,
  query: RateQuery,
  now: number,
  fuel: FuelShare | null = null,
): RatePicture | null {
  const model = rateModel(db, now)
  if (!model) return null
  const pickupAt = query.pickupAt ?? now + usualLeadHours * hour
  const question: RateQuestion = {
    originPostal: query.originPostal,
    destPostal: query.destPostal,
    equipment: query.equipment,
    miles: query.miles,
    weightLb: query.weightLb ?? null,
    pickupAt,
    leadHours: query.leadHours ?? Math.max(0, (pickupAt - now) / hour),
    asOf: now,
  }
  const picture = askRate(model, question, locatePrefix, { stepMinor, fuel })
  return 'refusal' in picture ? null : picture
}

/**
 * The rate band of a lane as of `now`: by the model, or, while it is being fitted, from our own buys on the lane and
 * around it alone.
 */
export function findRateBand(db: Db, query: RateQuery, now: number): RateBand | null {
  const picture = findRatePicture(db, query, now)
  if (picture) return bandOfPicture(picture, now)
  const near = comparables(db, query, nearReach, now)
  const band = rateBand(query, near, now)
  return band ?? rateBand(query, comparables(db, query, wideReach, now), now)
}

function comparables(db: Db, query: RateQuery, reach: number, now: number): Comparable[] {
  const statement = reach === nearReach ? nearQuery(db) : wideQuery(db)
  const origin = cellsAround({ lat: query.originLat, lon: query.originLon }, reach)
  const dest = cellsAround({ lat: query.destLat, lon: query.destLon }, reach)
  return statement.all(query.equipment, ...origin, ...dest, now) as Comparable[]
}

type LoadRow = ReturnType<typeof bandColumns> & RateQuery & { state: string }

/** The band of a load as its lane is now while it is looking for a truck, else the one it was priced with. */
export function currentBand(db: Db, row: LoadRow, now: number): RateBand | null {
  const picture = row.state === 'draft' || row.state === 'uncovered' ? findRatePicture(db, row, now) : null
  return picture ? bandOfPicture(picture, now) : bandOfRow(row)
}

/** A picture as the strip draws it. */
export function bandOfPicture(picture: RatePicture, now: number): RateBand {
  const { lowMinor, middleMinor, highMinor } = picture
  return {
    lowMinor,
    middleMinor,
    highMinor,
    comparables: picture.comparables,
    newestAt: picture.newestAt ?? now,
    basis: picture.basis,
  }
}

/** The columns in which a load keeps the band it was priced with. */
export function bandColumns(band: RateBand | null) {
  return {
    bandLowMinor: band?.lowMinor ?? null,
    bandMiddleMinor: band?.middleMinor ?? null,
    bandHighMinor: band?.highMinor ?? null,
    bandComparables: band?.comparables ?? null,
    bandNewestAt: band?.newestAt ?? null,
    bandBasis: band?.basis ?? null,
  }
}

/** The band a load was priced with, from its columns. */
export function bandOfRow(row: ReturnType<typeof bandColumns>): RateBand | null {
  if (row.bandLowMinor === null || row.bandMiddleMinor === null || row.bandHighMinor === null) return null
  return {
    lowMinor: row.bandLowMinor,
    middleMinor: row.bandMiddleMinor,
    highMinor: row.bandHighMinor,
    comparables: row.bandComparables ?? 0,
    newestAt: row.bandNewestAt ?? 0,
    basis: row.bandBasis ?? 'region',
  }
}
