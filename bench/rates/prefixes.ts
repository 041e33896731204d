import type { Point } from '#core/miles/straight'
import { gazetteer } from '#server/atlas.server'

/** Where three-character prefixes lie, the middle of their codes; with how many codes each has. */
export function prefixPoints(): Map<string, Point & { codes: number; region: string }> {
  const sums = new Map<string, { lat: number; lon: number; codes: number; region: string }>()
  const { postals, cities } = gazetteer()
  for (const { code, lat, lon, city } of postals.values()) {
    const sum = sums.get(code.slice(0, 3)) ?? { lat: 0, lon: 0, codes: 0, region: cities[city]!.region }
    sum.lat += lat
    sum.lon += lon
    sum.codes++
    sums.set(code.slice(0, 3), sum)
  }
  return new Map([...sums].map(([prefix, { lat, lon, codes, region }]) => [prefix, { lat: lat / codes, lon: lon / codes, codes, region }]))
}
