import type { GazetteerData } from '../core/place/gazetteer'
import { nameKey } from '../core/place/name-key'
import { type Point, straightMiles } from '../core/place/straight'
import type { TownPoints } from './legs'
import { namedCities } from './packages'

/** Points of one name and region nearer than this are one town. */
const oneTownMiles = 12

/** Where every town a road file may name lies: junctions first, then the gazetteer, then parts of cities. */
export function townPoints(gazetteer: GazetteerData, junctions: string): TownPoints {
  const towns: TownPoints = new Map()
  for (const [key, point] of readJunctions(junctions)) towns.set(key, [point])
  const fixed = new Set(towns.keys())
  const { name, region, country, lat, lon } = gazetteer.cities
  for (const [at, each] of name.entries()) {
    const key = `${nameKey(each)}|${country[at] === 'MX' ? 'MX' : region[at]}`
    if (!fixed.has(key)) addTown(towns, key, { lat: lat[at]! / 10_000, lon: lon[at]! / 10_000 })
  }
  for (const part of namedCities().filter((city) => city.part)) {
    const key = `${nameKey(part.name)}|${part.region}`
    if (!towns.has(key)) addTown(towns, key, part)
  }
  return towns
}

/** A city with as many people has a middle some way from its freeways. */
const bigCityPeople = 100_000

/** Keys of the big cities. */
export function bigCityKeys({ cities }: GazetteerData): Set<string> {
  return new Set(
    cities.name.flatMap((name, at) =>
      cities.population[at]! > bigCityPeople
        ? [`${nameKey(name)}|${cities.country[at] === 'MX' ? 'MX' : cities.region[at]}`]
        : [],
    ),
  )
}

/** The middles file: miles from the exit to the middle of a town, by town key. */
export function readMiddles(text: string): Map<string, number> {
  return new Map(
    text.split('\n').flatMap((line): [string, number][] => {
      const found = /^([A-Z]{2}) (.+?) (\d+(?:\.\d)?)$/.exec(line)
      return found ? [[`${nameKey(found[2]!)}|${found[1]}`, Number(found[3])]] : []
    }),
  )
}

/** The junctions file: name and place of what no gazetteer knows, by town key. */
export function readJunctions(text: string): [string, Point][] {
  return text.split('\n').flatMap((line): [string, Point][] => {
    const found = /^([A-Z]{2}) (.+?) (-?\d+\.\d+) (-?\d+\.\d+)$/.exec(line)
    return found ? [[`${nameKey(found[2]!)}|${found[1]}`, { lat: Number(found[3]), lon: Number(found[4]) }]] : []
  })
}

function addTown(towns: TownPoints, key: string, { lat, lon }: Point): void {
  const known = towns.get(key) ?? []
  if (!known.some((each) => straightMiles(each, { lat, lon }) < oneTownMiles)) towns.set(key, [...known, { lat, lon }])
}
