import type { GazetteerData } from '../core/place/gazetteer'
import { nameKey } from '../core/place/name-key'
import { type Point, straightMiles } from '../core/place/straight'
import type { TradeArea } from '../core/place/trade-area'

/** Cuts the US and Canada into market areas: each three-digit prefix goes to the nearest freight city. */
export function makeTradeAreas(gazetteer: GazetteerData, text: string): TradeArea[] {
  const centres = centresOf(gazetteer, text)
  const areas = centres.map((): string[] => [])
  const points = prefixPoints(gazetteer)
  for (const [prefix, point] of points) areas[nearest(centres, point, isCanadian(prefix))]!.push(prefix)
  return centres.flatMap((centre, at) =>
    areas[at]!.length === 0 ? [] : [named(gazetteer, centre, areas[at]!.toSorted())],
  )
}

const isCanadian = (prefix: string) => /^[A-Z]/.test(prefix)

interface Centre extends Point {
  canadian: boolean
}

function centresOf({ cities }: GazetteerData, text: string): Centre[] {
  const written = text
    .split('\n')
    .filter((line) => !line.startsWith('#'))
    .flatMap((line) => line.split(';'))
    .map((each) => each.trim())
    .filter(Boolean)
  return written.map((each) => {
    const [city, region] = each.split(', ') as [string, string]
    const at = cities.name.findIndex(
      (name, index) =>
        nameKey(name) === nameKey(city) && cities.region[index] === region && cities.country[index] !== 'MX',
    )
    if (at < 0) throw new Error(`trade-areas.txt: no ${each} in the gazetteer`)
    return { lat: cities.lat[at]! / 10_000, lon: cities.lon[at]! / 10_000, canadian: cities.country[at] === 'CA' }
  })
}

/** Each prefix at the middle of its postal codes. Hawaii and the islands have no road to anywhere. */
function prefixPoints({ postals, cities }: GazetteerData): Map<string, Point> {
  const sums = new Map<string, { lat: number; lon: number; count: number }>()
  for (const [at, code] of postals.code.entries()) {
    if (['HI', 'PR', 'VI'].includes(cities.region[postals.city[at]!]!)) continue
    const prefix = code.slice(0, 3)
    const sum = sums.get(prefix) ?? { lat: 0, lon: 0, count: 0 }
    sums.set(prefix, {
      lat: sum.lat + postals.lat[at]! / 10_000,
      lon: sum.lon + postals.lon[at]! / 10_000,
      count: sum.count + 1,
    })
  }
  return new Map([...sums].map(([prefix, { lat, lon, count }]) => [prefix, { lat: lat / count, lon: lon / count }]))
}

/** The nearest centre on the same side of the border. */
function nearest(centres: Centre[], point: Point, canadian: boolean): number {
  let best = -1
  for (const [at, centre] of centres.entries()) {
    if (
      centre.canadian === canadian &&
      (best < 0 || straightMiles(centre, point) < straightMiles(centres[best]!, point))
    )
      best = at
  }
  return best
}

/** An area takes the name of the city in it with the most people. */
function named({ cities, postals }: GazetteerData, { lat, lon }: Centre, prefixes: string[]): TradeArea {
  const inside = new Set(
    postals.code.flatMap((code, at) => (prefixes.includes(code.slice(0, 3)) ? [postals.city[at]!] : [])),
  )
  const biggest = [...inside].reduce((best, city) =>
    cities.population[city]! > cities.population[best]! ? city : best,
  )
  const region = cities.region[biggest]!
  return {
    code: `${region}-${nameKey(cities.name[biggest]!).replaceAll(' ', '').slice(0, 4).toUpperCase()}`,
    name: cities.name[biggest]!,
    region,
    lat,
    lon,
    prefixes,
  }
}
