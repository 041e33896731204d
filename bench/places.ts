import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { gazetteer } from '#server/atlas.server'
import { openDatabase } from '#server/db.server'
import { readyPlaces } from '#server/place/find'

const typed = [
  'chicago',
  'sprfld mo',
  'st louis',
  'ft wayne',
  '83702',
  't2p 1j9',
  'boise id',
  'milwakee',
  'los angeles',
  'salt lake city ut',
  'phenix',
  'kansas city',
  'new york',
  'monterrey',
  'wsahington',
  'grand rapids mi',
]

/** Every keystroke of some places: ours beside a plain look through all names. */
export async function run(): Promise<void> {
  const places = gazetteer()
  const folder = '.tmp/bench-places'
  mkdirSync(folder, { recursive: true })
  const search = readyPlaces(openDatabase(join(folder, 'places.db')), Date.now())
  const keystrokes = typed.flatMap((words) =>
    Array.from({ length: words.length - 1 }, (_, at) => words.slice(0, at + 2)),
  )
  const names = places.cities.map((city) => `${city.city} ${city.region}`.toLowerCase())
  const plain = (words: string) =>
    names
      .flatMap((name, at) => (name.startsWith(words) ? [places.cities[at]!] : []))
      .sort((one, other) => other.population - one.population)
      .slice(0, 8)
  const measure = (find: (words: string) => unknown) => {
    for (const words of keystrokes) find(words)
    const samples = Array.from({ length: 10 }, () => keystrokes)
      .flat()
      .map((words) => {
        const begun = performance.now()
        find(words)
        return performance.now() - begun
      })
    return samples.sort((one, other) => one - other)
  }
  for (const [name, find] of [
    ['ours, with spellings and ranking', (words: string) => search.find(words, 8)],
    ['plain look through the names', plain],
  ] as const) {
    const sorted = measure(find)
    console.log(
      `${name.padEnd(36)} ${places.cities.length.toLocaleString('en-US')} places, ${keystrokes.length} keystrokes: p50 ${sorted[Math.floor(sorted.length / 2)]!.toFixed(2)} ms, p95 ${sorted[Math.floor(sorted.length * 0.95)]!.toFixed(2)} ms`,
    )
  }
}
