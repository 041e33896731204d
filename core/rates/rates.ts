import { z } from 'zod'
import type { Equipment } from '../load/load'
import { day } from '../time/local'
import { rateBases } from './ask'

/** Where a lane begins and ends, and how long it is. */
interface Lane {
  originPostal: string
  destPostal: string
  originLat: number
  originLon: number
  destLat: number
  destLon: number
  miles: number
}

/** One past buy: what a carrier was paid, all in, for a lane. */
export interface Comparable extends Lane {
  buyMinor: number
  bookedAt: number
}

export interface RateQuery extends Lane {
  equipment: Equipment
  weightLb?: number | null
  /** When the truck is wanted; the day after tomorrow where nobody has said. */
  pickupAt?: number | null
  /** How long before it we book; from now to the pickup where nobody says. */
  leadHours?: number | null
}

/** What a lane is likely to cost: 10th, 50th and 90th percentile of what a carrier is paid. */
export const rateBandSchema = z.object({
  lowMinor: z.number(),
  middleMinor: z.number(),
  highMinor: z.number(),
  comparables: z.number(),
  newestAt: z.number(),
  /** What the figures lean on: this lane, the areas around both ends, the wider region, or the general model. */
  basis: z.enum(rateBases),
})
export type RateBand = z.output<typeof rateBandSchema>

/** A buy weighs half as much after this many days. */
const halfLifeDays = 75

/** Fewer comparables than this and the lane borrows from its neighbours. */
const enoughOnLane = 5
const enoughAround = 4

/** How many times off the median per-mile price a buy may be before it is taken for a typing mistake. */
const mistakeFactor = 3

/**
 * The rate band from comparables at both ends, newest first or not. Plain weighted quantiles of
 * the price per mile, times the miles; typing mistakes are set aside before. Buys booked at or
 * after `now` are not seen. Null where there is nothing to go by.
 */
export function rateBand(query: RateQuery, history: Comparable[], now: number): RateBand | null {
  const seen = withoutMistakes(history.filter((buy) => buy.bookedAt < now && buy.miles > 0 && buy.buyMinor > 0))
  const lane = seen.filter(
    (buy) => sameArea(buy.originPostal, query.originPostal) && sameArea(buy.destPostal, query.destPostal),
  )
  if (lane.length >= enoughOnLane) return bandOf(lane, query, now, 'lane')
  const alike = seen.filter((buy) => similarLength(buy.miles, query.miles))
  const around = alike.filter(
    (buy) =>
      Math.max(
        degreesApart(buy.originLat, buy.originLon, query.originLat, query.originLon),
        degreesApart(buy.destLat, buy.destLon, query.destLat, query.destLon),
      ) <= 1.6,
  )
  if (around.length >= enoughAround) return bandOf(around, query, now, 'area')
  return alike.length >= enoughAround ? bandOf(alike, query, now, 'region') : null
}

/** A mile of a short haul costs several times one of a long haul: only ways within a factor of two compare. */
const similarLength = (miles: number, other: number) => miles <= other * 2 && other <= miles * 2

const sameArea = (one: string, other: string) => one.slice(0, 3) === other.slice(0, 3)

const degreesApart = (lat: number, lon: number, otherLat: number, otherLon: number) =>
  Math.max(Math.abs(lat - otherLat), Math.abs(lon - otherLon) * Math.cos((lat * Math.PI) / 180))

function withoutMistakes(history: Comparable[]): Comparable[] {
  if (history.length < 3) return history
  const perMile = history.map((buy) => buy.buyMinor / buy.miles).sort((one, other) => one - other)
  const median = perMile[Math.floor(perMile.length / 2)]!
  return history.filter((buy) => {
    const times = buy.buyMinor / buy.miles / median
    return times < mistakeFactor && times > 1 / mistakeFactor
  })
}

function bandOf(buys: Comparable[], query: RateQuery, now: number, basis: RateBand['basis']): RateBand {
  const weighted = buys
    .map((buy) => ({
      price: (buy.buyMinor / buy.miles) * query.miles,
      weight: 0.5 ** ((now - buy.bookedAt) / day / halfLifeDays),
    }))
    .sort((one, other) => one.price - other.price)
  const at = (share: number) => Math.round(weightedQuantile(weighted, share) / 500) * 500
  return {
    lowMinor: at(0.1),
    middleMinor: at(0.5),
    highMinor: at(0.9),
    comparables: buys.length,
    newestAt: Math.max(...buys.map((buy) => buy.bookedAt)),
    basis,
  }
}

/**
 * Weighted quantile with linear interpolation between the mid-points of the weights
 * (definition 5 of Hyndman and Fan 1996, generalised to weights). `sorted` ascends by price.
 */
export function weightedQuantile(sorted: { price: number; weight: number }[], share: number): number {
  const total = sorted.reduce((sum, item) => sum + item.weight, 0)
  let passed = 0
  let previous: { price: number; position: number } | null = null
  for (const item of sorted) {
    const position = (passed + item.weight / 2) / total
    if (position >= share) {
      if (!previous) return item.price
      const along = (share - previous.position) / (position - previous.position)
      return previous.price + (item.price - previous.price) * along
    }
    previous = { price: item.price, position }
    passed += item.weight
  }
  return sorted.at(-1)?.price ?? Number.NaN
}
