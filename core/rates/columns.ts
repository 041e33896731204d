import { straightMiles } from '../place/straight'
import { day } from '../time/local'
import { type FeaturePlan, planFeatures, usualLeadHours, writeFeatures } from './features'
import { type PlacePoints, pointAt } from './field'
import { type Locate, type PastPrice, prefixOf, priceSources, type RateSubject } from './past-price'

/** Places of the history, by prefix. */
export interface PlaceTable extends PlacePoints {
  index: Map<string, number>
}

export const noPlace = -1
/** Roads are about this much longer than the straight line, for a price without miles. */
const windingShare = 1.19
const minMiles = 12

/** The spot of a postal code, new ones added; `noPlace` where nobody knows where it is. */
export function placeIndexOf(table: PlaceTable, postal: string, locate: Locate): number {
  const prefix = prefixOf(postal)
  const known = table.index.get(prefix)
  if (known !== undefined) return known
  const point = locate(prefix)
  if (!point) return noPlace
  const at = table.lat.length
  table.index.set(prefix, at)
  table.lat.push(point.lat)
  table.lon.push(point.lon)
  return at
}

/** The miles to count with: those given, else from the map; null where neither is known. */
export function milesOf(subject: RateSubject, origin: number, dest: number, spots: PlacePoints): number | null {
  if (subject.miles !== null && subject.miles > 0) return Math.max(minMiles, subject.miles)
  if (origin === noPlace || dest === noPlace) return null
  return Math.max(minMiles, straightMiles(pointAt(spots, origin), pointAt(spots, dest)) * windingShare)
}

/** A history as columns: one position a price, in the order in which they were booked. */
export interface Columns {
  count: number
  ids: string[]
  /** 1 where a person has said that the price is right. */
  confirmed: Uint8Array
  /** Days since 1970, with fractions. */
  booked: Float64Array
  origin: Int32Array
  dest: Int32Array
  equipment: Int32Array
  source: Uint8Array
  /** Loads an average stands for. */
  loads: Float64Array
  logPrice: Float64Array
  logMiles: Float64Array
  leadHours: Float64Array
  /** Features, one row a price. */
  features: Float32Array
  plan: FeaturePlan
}

/** Turns prices (in the order of booking) into columns. Those without a usable price, or miles and places, are left out. */
export function makeColumns(history: PastPrice[], spots: PlaceTable, locate: Locate): Columns {
  const equipments = [...new Set(history.map(({ equipment }) => equipment))].sort()
  const plan = planFeatures(equipments)
  const usable = history.flatMap((price) => {
    const [origin, dest] = [
      placeIndexOf(spots, price.originPostal, locate),
      placeIndexOf(spots, price.destPostal, locate),
    ]
    const miles = milesOf(price, origin, dest, spots)
    return price.buyMinor > 0 && miles !== null ? [{ price, origin, dest, miles }] : []
  })
  const count = usable.length
  const columns: Columns = {
    count,
    plan,
    ids: usable.map(({ price }) => price.id),
    confirmed: Uint8Array.from(usable, ({ price }) => Number(price.confirmed === true)),
    booked: Float64Array.from(usable, ({ price }) => price.bookedAt / day),
    origin: Int32Array.from(usable, ({ origin }) => origin),
    dest: Int32Array.from(usable, ({ dest }) => dest),
    equipment: Int32Array.from(usable, ({ price }) => equipments.indexOf(price.equipment)),
    source: Uint8Array.from(usable, ({ price }) => priceSources.indexOf(price.source)),
    loads: Float64Array.from(usable, ({ price }) => Math.max(1, price.count)),
    logPrice: Float64Array.from(usable, ({ price }) => Math.log(price.buyMinor / 100)),
    logMiles: Float64Array.from(usable, ({ miles }) => Math.log(miles)),
    leadHours: Float64Array.from(usable, ({ price }) => leadOf(price)),
    features: new Float32Array(count * plan.size),
  }
  usable.forEach(({ price }, at) => {
    writeFeatures(
      columns.features,
      at * plan.size,
      {
        logMiles: columns.logMiles[at]!,
        equipment: columns.equipment[at]!,
        leadHours: columns.leadHours[at]!,
        weightLb: weightOf(price),
        pickupAt: price.pickupAt,
        source: columns.source[at]!,
      },
      plan,
    )
  })
  return columns
}

/** Hours between booking and pickup, at most 2,000; the usual ones where they are unknown. */
export const leadOf = (subject: RateSubject): number =>
  subject.leadHours === null || !Number.isFinite(subject.leadHours)
    ? usualLeadHours
    : Math.min(2000, Math.max(0, subject.leadHours))

/** Nothing weighs nothing, and no truck takes 200,000 pounds: such weights count as not given. */
export const weightOf = (subject: RateSubject): number | null =>
  subject.weightLb !== null && subject.weightLb > 0 && subject.weightLb < 120_000 ? subject.weightLb : null
