import { straightMiles } from '#core/place/straight'
import { choleskyInPlace, solveInPlace } from '#core/rates/linear'
import type { RateSubject } from '#core/rates/past-price'
import { cleaned, day, equipmentNumber, type Peer, shares } from './peer'
import { chanceFrom } from './source'
import { growTrees, type TreeOptions } from './trees'

/** Settings of the trees: of five tried on a made-up past of their own (levels 3), the best. */
export const treeOptions: TreeOptions = {
  rounds: 600,
  leaves: 16,
  minInLeaf: 80,
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
