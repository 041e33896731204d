import type { City, Gazetteer } from '../place/gazetteer'
import { nameKey } from '../place/name-key'
import { lettersApart } from '../place/spelling'

/** A city with its name as names are compared: worked out once, since every unknown word is held against hundreds. */
export interface KeyedCity {
  city: City
  key: string
}

/** What places are found by: the gazetteer, arranged for reading mails. */
export interface PlaceFinder {
  byName: ReadonlyMap<string, City[]>
  inRegion: ReadonlyMap<string, KeyedCity[]>
  /** How many words a name has at most that begins with this word. */
  longestFrom: ReadonlyMap<string, number>
  /** Cities that are known by their name alone, for names that are misspelt. */
  big: readonly KeyedCity[]
  /** What one sender calls a place, by the words in lower case. */
  nicknames?: ReadonlyMap<string, { city: string; region: string }>
}

/** People of a city whose name is known even where it is misspelt. */
const spelledWrongly = 60_000

/** The gazetteer arranged for reading mails. */
export function placeFinder({ byName, cities }: Pick<Gazetteer, 'byName' | 'cities'>): PlaceFinder {
  const keyed = cities.map((city): KeyedCity => ({ city, key: nameKey(city.city) }))
  const inRegion = new Map<string, KeyedCity[]>()
  for (const each of keyed) {
    const there = inRegion.get(each.city.region)
    if (there) there.push(each)
    else inRegion.set(each.city.region, [each])
  }
  const big = keyed.filter(({ city }) => city.population >= spelledWrongly && city.country !== 'MX')
  const longestFrom = new Map<string, number>()
  for (const key of byName.keys()) {
    const [first = '', ...more] = key.split(' ')
    longestFrom.set(first, Math.max(longestFrom.get(first) ?? 0, more.length + 1))
  }
  return { byName, inRegion, longestFrom, big }
}

/** A city of these whose name is this one with a letter or two wrong. */
export function misspelt(key: string, cities: readonly KeyedCity[]): City | null {
  if (key.length < 4) return null
  const allowed = key.length < 7 ? 1 : 2
  let best: { city: City; apart: number } | null = null
  for (const { city, key: name } of cities) {
    if (Math.abs(name.length - key.length) > allowed || (name[0] !== key[0] && name[1] !== key[0])) continue
    const apart = lettersApart(key, name, allowed)
    if (apart > allowed || apart === 0) continue
    if (!best || apart < best.apart || (apart === best.apart && city.population > best.city.population))
      best = { city, apart }
  }
  return best?.city ?? null
}
