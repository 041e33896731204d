import { straightMiles } from '#core/place/straight'
import { choleskyInPlace, solveInPlace } from '#core/rates/linear'
import type { RateSubject } from '#core/rates/past-price'
import { cleaned, day, equipmentNumber, type Peer, shares } from './peer'
import { quantile } from './trees'

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
