import { type Point, straightMiles } from '../place/straight'

/** What a partner says of a place it has a code for. */
export interface SaidPlace extends Partial<Point> {
  name: string
  street: string
  city: string
  postal: string
}

export interface KnownPlace extends Point {
  id: number
  name: string
  address: string
  city: string
  region: string
  postal: string
}

export interface Proposal {
  id: number
  words: string
  why: string
  score: number
}

const small = new Set([
  'the',
  'inc',
  'llc',
  'co',
  'corp',
  'ltd',
  'and',
  'of',
  'st',
  'rd',
  'ave',
  'dr',
  'ln',
  'way',
  'street',
  'road',
  'avenue',
  'warehouse',
  'dc',
])
const wordsOf = (text: string) => text.toLowerCase().match(/[\p{L}\d]+/gu) ?? []
const tellingWords = (text: string) => wordsOf(text).filter((word) => !small.has(word))

/** How alike two names are: the words they share against all their words (Sørensen and Dice), small words left out. */
export function likeness(one: string, other: string): number {
  const [mine, theirs] = [new Set(tellingWords(one)), new Set(tellingWords(other))]
  if (mine.size === 0 || theirs.size === 0) return 0
  return (2 * [...mine].filter((word) => theirs.has(word)).length) / (mine.size + theirs.size)
}

/** Farther than this a place is another one, however it is called. */
const farMiles = 40
const least = 0.35
const most = 3

/** Our places that a partner's code may mean, the likeliest first, each with why: name, street and distance. */
export function proposeLocations(said: SaidPlace, known: readonly KnownPlace[]): Proposal[] {
  const at = said.lat !== undefined && said.lon !== undefined ? { lat: said.lat, lon: said.lon } : null
  return known
    .map((place): Proposal => {
      const name = likeness(said.name, place.name)
      const number = /^\d+/.exec(said.street)?.[0]
      const street =
        said.street !== '' && likeness(said.street, place.address) > 0.5 && number === /^\d+/.exec(place.address)?.[0]
      const miles = at ? straightMiles(at, place) : null
      const nearByName = said.city.toLowerCase() === place.city.toLowerCase() ? 0.6 : 0
      const near = miles === null ? nearByName : Math.max(0, 1 - miles / farMiles)
      const why = [
        street ? 'same street' : '',
        nameWords(name),
        miles === null ? '' : `${miles < 10 ? miles.toFixed(1) : Math.round(miles)} mi away`,
      ]
        .filter(Boolean)
        .join(', ')
      return {
        id: place.id,
        words: `${place.name}, ${place.address}, ${place.city} ${place.region}`,
        why,
        score: miles !== null && miles > farMiles ? 0 : name * 0.5 + (street ? 0.35 : 0) + near * 0.25,
      }
    })
    .filter(({ score }) => score >= least)
    .sort((one, other) => other.score - one.score || one.id - other.id)
    .slice(0, most)
}

/** Our customers that a partner's code may mean. */
export function proposeCustomers(
  said: string,
  known: readonly { id: number; name: string; city: string; region: string }[],
): Proposal[] {
  return known
    .map((each) => ({
      id: each.id,
      words: `${each.name}, ${each.city} ${each.region}`,
      score: likeness(said, each.name),
      why: 'a like name',
    }))
    .filter(({ score }) => score > 0.3)
    .sort((one, other) => other.score - one.score || one.id - other.id)
    .slice(0, most)
}

function nameWords(nameLikeness: number): string {
  if (nameLikeness > 0.99) return 'same name'
  return nameLikeness > 0.4 ? 'a like name' : ''
}
