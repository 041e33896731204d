import type { City, Gazetteer } from './gazetteer'
import { shortForm, wordsOf } from './name-key'
import type { Place } from './place'
import { regionNames } from './regions'
import { placeOfCity, placeOfPostal } from './resolve'
import { firstFrom } from './sorted'
import { abbreviates, lettersApart } from './spelling'
import { straightMiles } from './straight'

/** A place offered while somebody types. */
export interface FoundPlace extends Place {
  /** Enough to tell two of one name apart: how far and which way from the nearest big city. */
  near: string | null
}

export interface PlaceSearch {
  /** The likeliest places for what is in the field, the likeliest first. */
  find(typed: string, limit: number): FoundPlace[]
}

export interface Ranking {
  /** Whether trucks pass the city: it is a node of the road network. */
  onRoad: (city: City) => boolean
  /** How often this brokerage loads or unloads there. */
  uses: (city: City) => number
}

/** How well a word of the query fits a word of a name; what is left out cannot be offered. */
const fits = { whole: 2.2, beginning: 2, abbreviation: 0.6, misspelt: 0.5 }

/** Fewer hits than this and spellings are tried too. */
const enoughHits = 4

/** Index of the gazetteer for finding as one types. */
export function makePlaceSearch(gazetteer: Gazetteer, ranking: Ranking): PlaceSearch {
  const index = indexWords(gazetteer)
  const bigCities = gazetteer.cities.filter((city) => city.population >= bigCityPeople)
  const offered = (city: City, place: Place): FoundPlace => ({ ...place, near: nearWords(bigCities, city) })
  return {
    find(typed, limit) {
      const query = typed.trim()
      if (query.length < 2) return []
      if (/^\d/.test(query) || /^[A-Za-z]\d/.test(query))
        return findPostal(gazetteer, ranking, query, limit).map(({ city, place }) => offered(city, place))
      const hits = findByName(gazetteer, index, query)
      const score = (city: City) => hits.get(city)! * 2 + weight(city, ranking)
      return [...hits.keys()]
        .map((city) => ({ city, score: score(city) }))
        .sort((one, other) => other.score - one.score || one.city.at - other.city.at)
        .slice(0, limit)
        .map(({ city }) => offered(city, placeOfCity(city)))
    },
  }
}

/** What makes a place likely before a letter is typed: people, roads, and our own freight above all. */
function weight(city: City, { onRoad, uses }: Ranking): number {
  return (
    Math.log10(city.population + city.postals * 300 + 10) +
    (onRoad(city) ? 0.5 : 0) +
    Math.min(2.5, Math.log2(1 + uses(city)) * 0.6) -
    (city.country === 'MX' ? 0.7 : 0)
  )
}

interface WordIndex {
  /** All words of names, in order. */
  words: string[]
  cities: Map<string, City[]>
}

function indexWords(gazetteer: Gazetteer): WordIndex {
  const cities = new Map<string, City[]>()
  for (const city of gazetteer.cities) {
    for (const word of new Set(wordsOf(city.city).flatMap((each) => [each, shortForm(each)]))) {
      const known = cities.get(word)
      if (known) known.push(city)
      else cities.set(word, [city])
    }
  }
  return { words: [...cities.keys()].sort(), cities }
}

/** Cities whose names have every word of the query, with how well they fit; the last word may be a state. */
function findByName(gazetteer: Gazetteer, index: WordIndex, query: string): Map<City, number> {
  const words = wordsOf(query)
  const code = words.length > 1 ? words.at(-1)!.toUpperCase() : ''
  const inState =
    code in regionNames || gazetteer.mexicanStates.has(code)
      ? within(hitsFor(index, words.slice(0, -1)), [code])
      : new Map<City, number>()
  const hits = hitsFor(index, words, inState.size === 0)
  for (const [city, fit] of inState) hits.set(city, Math.max(fit + namedState, hits.get(city) ?? 0))
  if (hits.size > 0 || words.length < 2) return hits
  const states = Object.entries(regionNames)
    .filter(([, name]) => name.toLowerCase().startsWith(words.at(-1)!))
    .map(([each]) => each)
  return within(hitsFor(index, words.slice(0, -1)), states)
}

/** A state said with the name weighs more than any city's size. */
const namedState = 1.5

const within = (hits: Map<City, number>, states: string[]) =>
  new Map([...hits].filter(([city]) => states.includes(city.region)))

/** Hits by beginnings, and by likely spellings where those are few. */
function hitsFor(index: WordIndex, words: string[], spellings = true): Map<City, number> {
  if (words.length === 0) return new Map()
  const hits = hitsOfWords(index, words, wordsBeginning)
  if (spellings && hits.size < enoughHits)
    for (const [city, fit] of hitsOfWords(index, words, wordsAlike)) if (!hits.has(city)) hits.set(city, fit)
  const whole = words.map(shortForm).join(' ')
  for (const [city, fit] of hits) hits.set(city, fit + nameFit(city, whole))
  return hits
}

/** A name that begins with the query comes before one that has it in the middle; the very name before both. */
function nameFit(city: City, whole: string): number {
  const name = wordsOf(city.city).map(shortForm).join(' ')
  if (name === whole) return 0.6
  return name.startsWith(whole) ? 0.4 : 0
}

type Matcher = (index: WordIndex, word: string) => [string, number][]

function hitsOfWords(index: WordIndex, words: string[], matcher: Matcher): Map<City, number> {
  let hits: Map<City, number> | null = null
  for (const word of words) {
    const found = new Map<City, number>()
    for (const [each, fit] of matcher(index, word)) {
      for (const city of index.cities.get(each)!) {
        const before: number | undefined = hits ? hits.get(city) : 0
        if (before !== undefined) found.set(city, Math.max(found.get(city) ?? 0, before + fit / words.length))
      }
    }
    hits = found
  }
  return hits ?? new Map()
}

/** Words of names that begin with a word of the query, by binary search. */
function wordsBeginning({ words }: WordIndex, typed: string): [string, number][] {
  const found: [string, number][] = []
  for (const start of new Set([typed, shortForm(typed)])) {
    for (let at = firstFrom(words, start); at < words.length && words[at]!.startsWith(start); at += 1)
      found.push([words[at]!, words[at] === start ? fits.whole : fits.beginning])
  }
  return found
}

/** Words a hurried typist may have meant: beginnings, letters left out, one or two letters wrong or swapped. */
function wordsAlike(index: WordIndex, typed: string): [string, number][] {
  const found = wordsBeginning(index, typed)
  if (typed.length < 4) return found
  const allowed = typed.length < 8 ? 1 : 2
  const { words } = index
  for (let at = firstFrom(words, typed[0]!); at < words.length && words[at]![0] === typed[0]; at += 1) {
    const word = words[at]!
    if (word.startsWith(typed)) continue
    const missing = lettersApart(typed, word.slice(0, typed.length), allowed)
    if (missing <= allowed) found.push([word, fits.misspelt - missing * 0.1])
    else if (word.length > typed.length && abbreviates(typed, word) && word.at(-1) === typed.at(-1))
      found.push([word, fits.abbreviation])
  }
  return found
}

/** Postal codes that begin as typed: each city once, the likelier city first, a whole code as itself. */
function findPostal(
  gazetteer: Gazetteer,
  ranking: Ranking,
  typed: string,
  limit: number,
): { city: City; place: Place }[] {
  const code = typed
    .toUpperCase()
    .replace(/[\s-].*$/, '')
    .slice(0, /^\d/.test(typed) ? 5 : 3)
  const cities = new Map<City, Place>()
  for (
    let at = firstFrom(gazetteer.postalCodes, code);
    at < gazetteer.postalCodes.length && gazetteer.postalCodes[at]!.startsWith(code);
    at += 1
  ) {
    const postal = gazetteer.postals.get(gazetteer.postalCodes[at]!)!
    const city = gazetteer.cities[postal.city]!
    if (!cities.has(city)) cities.set(city, placeOfPostal(gazetteer, postal))
  }
  return [...cities]
    .map(([city, place]) => ({ city, place }))
    .sort((one, other) => weight(other.city, ranking) - weight(one.city, ranking))
    .slice(0, limit)
}

/** A city with this many people is known everywhere. */
const bigCityPeople = 60_000
const nearMiles = 150

const winds = ['north', 'northeast', 'east', 'southeast', 'south', 'southwest', 'west', 'northwest']

/** `38 miles south of Boise`, for a city that is not a big one itself. */
function nearWords(bigCities: City[], city: City): string | null {
  if (city.population >= bigCityPeople) return null
  let nearest: City | null = null
  let miles = nearMiles
  for (const big of bigCities) {
    if (Math.abs(big.lat - city.lat) > 2.5) continue
    const away = straightMiles(big, city)
    if (away < miles) {
      nearest = big
      miles = away
    }
  }
  if (!nearest) return null
  const east = (city.lon - nearest.lon) * Math.cos((city.lat * Math.PI) / 180)
  const bearing = (Math.atan2(east, city.lat - nearest.lat) * 180) / Math.PI
  return `${Math.max(1, Math.round(miles))} mi ${winds[(Math.round(bearing / 45) + 8) % 8]} of ${nearest.city}${nearest.region === city.region ? '' : `, ${nearest.region}`}`
}
