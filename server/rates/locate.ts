import type { Point } from '#core/place/straight'
import type { Locate } from '#core/rates/past-price'
import { gazetteer } from '#server/atlas.server'

let points: Map<string, Point> | null = null

/** The middle of the postal codes that begin alike, for three-character prefixes and, coarser, for two. */
function prefixPoints(): Map<string, Point> {
  if (points) return points
  const sums = new Map<string, { lat: number; lon: number; count: number }>()
  for (const { code, lat, lon } of gazetteer().postals.values()) {
    for (const prefix of [code.slice(0, 3), code.slice(0, 2)]) {
      const sum = sums.get(prefix) ?? { lat: 0, lon: 0, count: 0 }
      sum.lat += lat
      sum.lon += lon
      sum.count++
      sums.set(prefix, sum)
    }
  }
  points = new Map([...sums].map(([prefix, { lat, lon, count }]) => [prefix, { lat: lat / count, lon: lon / count }]))
  return points
}

/** Where a prefix is; one that no town has (big receivers of mail have their own) is among its neighbours. */
export const locatePrefix: Locate = (prefix) => {
  const known = prefixPoints()
  if (!/^(\d{3}|[A-Z]\d[A-Z])$/.test(prefix)) return null
  return known.get(prefix) ?? known.get(prefix.slice(0, 2)) ?? null
}
