import type { Point } from '#core/place/straight'
import { gazetteer } from '#server/atlas.server'
import { locatePrefix } from '#server/rates/locate'

/** Places that loads start and end at: prefixes with their middle, and how many postal codes each has. */
export function townPoints(): [string, Point & { codes: number }][] {
  const codes = new Map<string, number>()
  for (const code of gazetteer().postals.keys()) codes.set(code.slice(0, 3), (codes.get(code.slice(0, 3)) ?? 0) + 1)
  return [...codes].flatMap(([prefix, count]): [string, Point & { codes: number }][] => {
    const point = locatePrefix(prefix)
    return point ? [[prefix, { ...point, codes: count }]] : []
  })
}
