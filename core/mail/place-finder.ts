import type { City, Gazetteer } from '../place/gazetteer'
import { nameKey } from '../place/name-key'
import { lettersApart } from '../place/spelling'

/** What places are found by: the gazetteer, arranged for reading mails. */
export interface PlaceFinder {
  byName: ReadonlyMap<string, City[]>
  inRegion: ReadonlyMap<string, City[]>
  /** Cities that are known by their name alone, for names that are misspelt. */
  big: readonly City[]
  /** What one sender calls a place, by the words in lower case. */
  nicknames?: ReadonlyMap<string, { city: string; region: string }>
}

/** People of a city whose name is known even where it is misspelt. */
const spelledWrongly = 60_000

/** The gazetteer arranged for reading mails. */
export function placeFinder({ byName, cities }: Pick<Gazetteer, 'byName' | 'cities'>): PlaceFinder {
  const inRegion = new Map<string, City[]>()
  for (const city of cities) {
    const there = inRegion.get(city.region)
    if (there) there.push(city)
    else inRegion.set(city.region, [city])
  }
  const big = cities.filter(({ population, country }) => population >= spelledWrongly && country !== 'MX')
  return { byName, inRegion, big }
}

/** A city of these whose name is this one with a letter or two wrong. */
export function misspelt(key: string, cities: readonly City[]): City | null {
  if (key.length < 4) return null
  const allowed = key.length < 7 ? 1 : 2
  let best: { city: City; apart: number } | null = null
  for (const city of cities) {
    const name = nameKey(city.city)
    if (Math.abs(name.length - key.length) > allowed || (name[0] !== key[0] && name[1] !== key[0])) continue
    const apart = lettersApart(key, name, allowed)
    if (apart > allowed || apart === 0) continue
    if (!best || apart < best.apart || (apart === best.apart && city.population > best.city.population))
      best = { city, apart }
  }
  return best?.city ?? null
}
