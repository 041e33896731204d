import { readFileSync } from 'node:fs'
import type { PublishedMiles } from '../published'

/**
 * The mileages of 1949: each city with all those after it in the alphabet. A city's line is followed by its miles to the
 * cities before it in the file, the latest first.
 */
export function milesOf1949(file = 'atlas/highways-1949/miles.dat'): PublishedMiles[] {
  const cities: { name: string; miles: number[] }[] = []
  for (const line of readFileSync(file, 'utf8').split('\n')) {
    if (line.startsWith('*')) continue
    const name = /^([^[]+)\[/.exec(line)?.[1]
    if (name) cities.push({ name, miles: [] })
    else cities.at(-1)?.miles.push(...line.trim().split(/\s+/).filter(Boolean).map(Number))
  }
  return cities.flatMap(({ name, miles }, at) => {
    if (miles.length !== at)
      throw new Error(`${file}: ${name} has ${miles.length} mileages, and ${at} cities stand before it`)
    return miles.map((each, back) => ({ from: name, to: cities[at - 1 - back]!.name, miles: each }))
  })
}
