import { straightMiles } from '#core/miles/straight'
import { choleskyInPlace, solveInPlace } from '#core/rates/linear'
import type { Locate, PastPrice, RateSubject } from '#core/rates/past-price'
import { chanceFrom } from './source'
import { growTrees, quantile, type TreeOptions } from './trees'

/** Answers low, middle and high in minor units for a question. */
export type Foretell = (asked: RateSubject & { asOf: number }) => [number, number, number]

/** A peer is fitted to a history; `main.ts` says how often. */
export interface Peer {
  name: string
  fit(history: PastPrice[], locate: Locate): Foretell
}

const shares = [0.1, 0.5, 0.9] as const
const day = 86_400_000
const equipmentNumber = (equipment: string) => ['van', 'reefer', 'flatbed', 'step_deck'].indexOf(equipment)

/** What every peer is given first: prices without the plain typing mistakes, and no zero miles. */
function cleaned(history: PastPrice[], locate: Locate) {
  const known = history.flatMap((price) => {
    const [origin, dest] = [locate(price.originPostal), locate(price.destPostal)]
    if (!origin || !dest) return []
    return [{ ...price, miles: price.miles || Math.max(12, straightMiles(origin, dest) * 1.19), origin, dest }]
  })
  const byBand = new Map<number, number[]>()
  const bandOf = (miles: number) => Math.round(Math.log(miles) * 3)
  for (const { miles, buyMinor } of known)
    byBand.set(bandOf(miles), [...(byBand.get(bandOf(miles)) ?? []).slice(-400), buyMinor / miles])
  const middles = new Map([...byBand].map(([band, values]) => [band, quantile(Float64Array.from(values), 0.5)]))
  return known.filter(({ miles, buyMinor }) => {
    const times = buyMinor / miles / middles.get(bandOf(miles))!
    return times > 1 / 3 && times < 3
  })
}

/** The mean and the spread of the same lane and equipment; without any, of the equipment by the mile. */
export const sameLane: Peer = {
  name: 'same-lane mean',
  fit(history, locate) {
    const lanes = new Map<string, number[]>()
    const perMile = new Map<string, number[]>()
    for (const price of cleaned(history, locate)) {
      const key = `${price.originPostal}>${price.destPostal}>${price.equipment}`
      lanes.set(key, [...(lanes.get(key) ?? []), price.buyMinor])
      const list = perMile.get(price.equipment)
      if (list) list.push(price.buyMinor / price.miles)
      else perMile.set(price.equipment, [price.buyMinor / price.miles])
    }
    const rates = new Map(
      [...perMile].map(([equipment, values]) => [
        equipment,
        shares.map((share) => quantile(Float64Array.from(values), share)),
      ]),
    )
    return (asked) => {
      const lane = lanes.get(`${asked.originPostal}>${asked.destPostal}>${asked.equipment}`)
      if (!lane)
        return (rates.get(asked.equipment) ?? [150, 220, 300]).map((rate) => rate * (asked.miles || 500)) as [
          number,
          number,
          number,
        ]
      const mean = lane.reduce((sum, each) => sum + each, 0) / lane.length
      return [mean * 0.88, mean, mean * 1.13]
    }
  },
}

/** Least squares of the log price on log miles, equipment, haste, positions and time, with the quantiles of what is left. */
export const linear: Peer = {
  name: 'linear model',
  fit(history, locate) {
    const rows = cleaned(history, locate)
    const featuresOf = (asked: RateSubject, at: number) => {
      const [origin, dest] = [locate(asked.originPostal)!, locate(asked.destPostal)!]
      const miles = Math.log(asked.miles || Math.max(12, straightMiles(origin, dest) * 1.19))
      const equipment = equipmentNumber(asked.equipment)
      return [
        1,
        miles,
        miles * miles,
        ...[1, 2, 3].map((each) => Number(equipment === each)),
        Math.log((asked.leadHours ?? 48) + 2),
        (asked.weightLb ?? 30_000) / 1e4,
        origin.lat / 10,
        origin.lon / 10,
        dest.lat / 10,
        dest.lon / 10,
        (at - 1.7e12) / 1e10,
      ]
    }
    const size = 13
    const [normal, right] = [new Float64Array(size * size), new Float64Array(size)]
    const all = rows.map((row) => ({ features: featuresOf(row, row.bookedAt), target: Math.log(row.buyMinor) }))
    for (const { features, target } of all) {
      for (let one = 0; one < size; one++) {
        right[one]! += features[one]! * target
        for (let other = 0; other <= one; other++) normal[one * size + other]! += features[one]! * features[other]!
      }
    }
    for (let one = 0; one < size; one++) normal[one * size + one]! += 1e-6
    const coefficients = solveInPlace(choleskyInPlace(normal, size), size, right)
    const told = (features: number[]) => features.reduce((sum, value, at) => sum + value * coefficients[at]!, 0)
    const rest = Float64Array.from(all, ({ features, target }) => target - told(features))
    const around = shares.map((share) => quantile(rest, share))
    return (asked) =>
      around.map((each) => Math.exp(told(featuresOf(asked, asked.asOf)) + each)) as [number, number, number]
  },
}

/** The twenty nearest lanes by both ends (same equipment, similar length), by the mile, the newer the heavier. */
export const nearestLanes: Peer = {
  name: 'nearest lanes',
  fit(history, locate) {
    const cells = new Map<string, ReturnType<typeof cleaned>>()
    const cellOf = (lat: number, lon: number) => `${Math.floor(lat / 3)},${Math.floor(lon / 3)}`
    for (const row of cleaned(history, locate)) {
      const key = `${row.equipment}>${cellOf(row.origin.lat, row.origin.lon)}`
      const list = cells.get(key)
      if (list) list.push(row)
      else cells.set(key, [row])
    }
    return (asked) => {
      const [origin, dest] = [locate(asked.originPostal)!, locate(asked.destPostal)!]
      const miles = asked.miles || Math.max(12, straightMiles(origin, dest) * 1.19)
      const near: { far: number; rate: number }[] = []
      for (let row = -1; row <= 1; row++) {
        for (let column = -1; column <= 1; column++) {
          for (const past of cells.get(`${asked.equipment}>${cellOf(origin.lat + 3 * row, origin.lon + 3 * column)}`) ??
            []) {
            if (past.miles > miles * 1.6 || past.miles < miles / 1.6) continue
            const apart =
              Math.hypot(origin.lat - past.origin.lat, origin.lon - past.origin.lon) +
              Math.hypot(dest.lat - past.dest.lat, dest.lon - past.dest.lon)
            near.push({ far: apart + (asked.asOf - past.bookedAt) / day / 120, rate: past.buyMinor / past.miles })
          }
        }
      }
      const rates = near
        .sort((one, other) => one.far - other.far)
        .slice(0, 20)
        .map(({ rate }) => rate)
      return rates.length === 0
        ? [150 * miles, 220 * miles, 300 * miles]
        : (shares.map((share) => quantile(Float64Array.from(rates), share) * miles) as [number, number, number])
    }
  },
}

/** Settings of the trees: of five tried on a made-up past of their own (levels 3), the best. */
export const treeOptions: TreeOptions = {
  rounds: 600,
  leaves: 16,
  leastInLeaf: 80,
  rate: 0.06,
  rowShare: 0.7,
  featureShare: 0.8,
}

/** Boosted trees, one set for each quantile, with the means of places and lanes among their features. */
export const boostedTrees = (options: TreeOptions = treeOptions): Peer => ({
  name: 'boosted trees',
  fit(history, locate) {
    const rows = cleaned(history, locate)
    const newest = rows.at(-1)!.bookedAt
    const left = leftByMile(rows)
    const means = ['originPostal', 'destPostal'].map((field) =>
      drawnMeans(rows, left, (row) => row[field as 'originPostal'], 20),
    )
    const laneMeans = drawnMeans(rows, left, (row) => `${row.originPostal}>${row.destPostal}`, 4)
    const recentMeans = ['originPostal', 'destPostal'].map((field) => {
      const recent = rows.map((row, at) => ({ row, at })).filter(({ row }) => row.bookedAt > newest - 30 * day)
      return drawnMeans(
        recent.map(({ row }) => row),
        Float64Array.from(recent, ({ at }) => left[at]!),
        (row) => row[field as 'originPostal'].slice(0, 2),
        10,
      )
    })
    const featuresOf = (asked: RateSubject, at: number, own: number | null) => {
      const [origin, dest] = [locate(asked.originPostal)!, locate(asked.destPostal)!]
      const miles = asked.miles || Math.max(12, straightMiles(origin, dest) * 1.19)
      return [
        Math.log(miles),
        equipmentNumber(asked.equipment),
        Math.log((asked.leadHours ?? 48) + 2),
        asked.weightLb ?? -1,
        origin.lat,
        origin.lon,
        dest.lat,
        dest.lon,
        dest.lat - origin.lat,
        dest.lon - origin.lon,
        at / day,
        (asked.pickupAt / day) % 365.25,
        (Math.floor(asked.pickupAt / day) + 4) % 7,
        means[0]!(asked.originPostal, own),
        means[1]!(asked.destPostal, own),
        laneMeans(`${asked.originPostal}>${asked.destPostal}`, own),
        recentMeans[0]!(asked.originPostal.slice(0, 2), null),
        recentMeans[1]!(asked.destPostal.slice(0, 2), null),
      ]
    }
    const all = rows.map((row, at) => featuresOf(row, row.bookedAt, left[at]!))
    const data = {
      rows: rows.length,
      columns: all[0]!.map((_, column) => Float64Array.from(all, (features) => features[column]!)),
    }
    // Trees see logarithms less the price by the mile: quantiles pass through it unharmed, and less is left to learn.
    const { byMile } = left
    const trees = shares.map((share) => growTrees(data, left, share, options, chanceFrom(5).next))
    return (asked) => {
      const features = featuresOf(asked, asked.asOf, null)
      const base = byMile(features[0]!)
      return (trees.map((tree) => Math.exp(tree(features) + base)) as [number, number, number]).sort(
        (one, other) => one - other,
      )
    }
  },
})

/** What is left of the log price after a quadratic of log miles. */
function leftByMile(
  rows: { miles: number; buyMinor: number }[],
): Float64Array & { byMile: (logMiles: number) => number } {
  const [normal, right] = [new Float64Array(9), new Float64Array(3)]
  for (const { miles, buyMinor } of rows) {
    const x = [1, Math.log(miles), Math.log(miles) ** 2]
    for (let one = 0; one < 3; one++) {
      right[one]! += x[one]! * Math.log(buyMinor)
      for (let other = 0; other <= one; other++) normal[one * 3 + other]! += x[one]! * x[other]!
    }
  }
  const solved = solveInPlace(choleskyInPlace(normal, 3), 3, right)
  const byMile = (logMiles: number) => solved[0]! + solved[1]! * logMiles + solved[2]! * logMiles ** 2
  return Object.assign(
    Float64Array.from(rows, ({ miles, buyMinor }) => Math.log(buyMinor) - byMile(Math.log(miles))),
    { byMile },
  )
}

/** Means by a key, drawn to the mean of all as if by `prior` more prices; a row's own price is taken out of the mean it is given. */
function drawnMeans<T>(rows: T[], left: Float64Array, keyOf: (row: T) => string, prior: number) {
  const sums = new Map<string, { sum: number; count: number }>()
  rows.forEach((row, at) => {
    const known = sums.get(keyOf(row)) ?? { sum: 0, count: 0 }
    known.sum += left[at]!
    known.count++
    sums.set(keyOf(row), known)
  })
  return (key: string, own: number | null) => {
    const known = sums.get(key) ?? { sum: 0, count: 0 }
    return own === null ? known.sum / (known.count + prior) : (known.sum - own) / (known.count - 1 + prior)
  }
}
