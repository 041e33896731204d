import type { Gazetteer } from './gazetteer'
import { nameKey } from './name-key'

/**
 * How many letters must be put in, taken out, changed or swapped with their neighbour to make one
 * word the other (Damerau's distance, neighbours only), or `limit + 1` as soon as it is more than `limit`.
 */
export function lettersApart(one: string, other: string, limit: number): number {
  const width = other.length + 1
  if (Math.abs(one.length - other.length) > limit || width > longest) return limit + 1
  let [twoBack, back, row] = rows
  for (let at = 0; at < width; at += 1) back[at] = at
  for (let i = 1; i <= one.length; i += 1) {
    row[0] = i
    let least = i
    for (let j = 1; j < width; j += 1) {
      const change = one.charCodeAt(i - 1) === other.charCodeAt(j - 1) ? 0 : 1
      let steps = Math.min(back[j]! + 1, row[j - 1]! + 1, back[j - 1]! + change)
      const swapped =
        i > 1 &&
        j > 1 &&
        one.charCodeAt(i - 1) === other.charCodeAt(j - 2) &&
        one.charCodeAt(i - 2) === other.charCodeAt(j - 1)
      if (swapped) steps = Math.min(steps, twoBack[j - 2]! + 1)
      row[j] = steps
      if (steps < least) least = steps
    }
    if (least > limit) return limit + 1
    ;[twoBack, back, row] = [back, row, twoBack]
  }
  return back[other.length]!
}

/** Names longer than this are not compared; rows kept, since thousands of words are compared for a keystroke. */
const longest = 64
const rows: [Uint8Array, Uint8Array, Uint8Array] = [
  new Uint8Array(longest + 1),
  new Uint8Array(longest + 1),
  new Uint8Array(longest + 1),
]

/** Whether the letters stand in the word in their order, the first letter first: `sprfld` in `springfield`. */
export function abbreviates(letters: string, word: string): boolean {
  if (letters[0] !== word[0]) return false
  let at = 0
  for (const letter of word) if (letter === letters[at]) at += 1
  return at === letters.length
}

/** Names of the gazetteer nearest in spelling, as they are written, the bigger city first among equals. */
export function closestNames(gazetteer: Gazetteer, name: string, region: string | null, limit: number): string[] {
  const key = nameKey(name)
  const allowed = key.length < 5 ? 1 : 2
  const close: { apart: number; words: string; population: number }[] = []
  for (const [each, cities] of gazetteer.byName) {
    if (each[0] !== key[0] && each[1] !== key[1]) continue
    const apart = lettersApart(key, each, allowed)
    if (apart > allowed) continue
    for (const city of cities)
      if (region === null || city.region === region)
        close.push({ apart, words: `${city.city}, ${city.region}`, population: city.population })
  }
  // A right name in the wrong state is likelier than a wrong name.
  if (region !== null)
    for (const city of gazetteer.byName.get(key) ?? [])
      close.push({ apart: 1, words: `${city.city}, ${city.region}`, population: city.population })
  return [
    ...new Set(
      close
        .sort((one, other) => one.apart - other.apart || other.population - one.population)
        .map((each) => each.words),
    ),
  ].slice(0, limit)
}
