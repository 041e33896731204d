import { usualRadius } from '../listing/lists'
import type { Equipment } from '../load/load'
import { equipmentWords } from '../load/words'
import { regionNames } from '../place/regions'
import type { Point } from '../place/straight'
import { readEquipment } from '../quote/read-equipment'
import { readDays } from '../time/read-days'
import { daysWords } from '../time/words'
import type { End, PostingKind } from './posting'

/** What of a typed line was understood: the words it stands in and what they were taken for. */
export interface Chip {
  text: string
  what: 'kind' | 'equipment' | 'origin' | 'destination' | 'days' | 'length' | 'weight' | 'full' | 'age' | 'pay'
  words: string
}

/** A search as somebody typed it; what was not said is null. */
export interface TypedSearch {
  kind: PostingKind | null
  equipment: Equipment[] | null
  origin: End | null
  destination: End | null
  from: string | null
  to: string | null
  maxLengthFt: number | null
  maxWeightLb: number | null
  full: boolean | null
  maxAgeHours: number | null
  minPerMile: string | null
  maxPerMile: string | null
  chips: Chip[]
  /** Words that nothing was made of. */
  unread: string[]
}

export interface TypedContext {
  /** The desk's own day: `tomorrow` is counted from it. */
  today: string
  /** The place that a name or postal code means; null for none. */
  place: (name: string) => (Point & { city: string; region: string }) | null
}

/** Most words that one thing is said in: `salt lake city ut`. */
const longestSaying = 4
const filler = new Set(['from', 'in', 'near', 'around', 'for', 'on', 'and', 'or', 'with', 'at', 'of', 'the', 'a'])

interface Reading {
  found: TypedSearch
  context: TypedContext
  /** The end that places and states are read for: the destination after `to`. */
  end: 'origin' | 'destination'
}

/** Takes the words of a saying for one thing; whether they are. */
type Reader = (saying: string, reading: Reading) => boolean

/**
 * Reads a search as it is said, in one line and any order: `reefers boise 150mi to ca, tx tomorrow-wed under 2.60/mi`, `loads salt lake to phoenix 48ft 42k`.
 * What follows `to` is the destination; a place without a radius gets the usual one. The longest saying that means something is taken.
 */
export function readTypedSearch(text: string, context: TypedContext): TypedSearch {
  const reading: Reading = { found: nothingFound(), context, end: 'origin' }
  // Signs between words are spaces; a decimal point and what joins days or prices stays.
  const words = text
    .toLowerCase()
    .replace(/[;,]|->|→/g, (sign) => (/[;,]/.test(sign) ? ' ' : ' to '))
    .split(/\s+/)
  const said = words.filter(Boolean)
  for (let at = 0; at < said.length; ) {
    if (said[at] === 'to') {
      reading.end = 'destination'
      at += 1
      continue
    }
    const taken = takeSaying(said.slice(at, at + longestSaying), reading)
    if (taken === 0 && !filler.has(said[at]!)) reading.found.unread.push(said[at]!)
    if (taken === 0 && said[at] === 'from') reading.end = 'origin'
    at += Math.max(1, taken)
  }
  return reading.found
}

/** How many of the words were taken together; 0 where none mean anything. */
function takeSaying(words: readonly string[], reading: Reading): number {
  for (let count = words.length; count > 0; count--) {
    const saying = words.slice(0, count).join(' ')
    // A state and a big city of one name: with a radius behind it, it is the city.
    const next = words[count] ?? ''
    const readers = radiusOf(next) === null ? readersInOrder : [takePlace, ...readersInOrder]
    if (!filler.has(saying) && readers.some((take) => take(saying, reading))) return count
  }
  return 0
}

const chip = ({ found }: Reading, text: string, what: Chip['what'], words: string): true => {
  found.chips.push({ text, what, words })
  return true
}

const takeKind: Reader = (saying, reading) => {
  const kind = /^(truck|load)s?$/.exec(saying)?.[1] as PostingKind | undefined
  if (!kind) return false
  reading.found.kind = kind
  return chip(reading, saying, 'kind', `${kind}s`)
}

const takeFull: Reader = (saying, reading) => {
  if (!/^(full|partial)s?$/.test(saying)) return false
  reading.found.full = saying.startsWith('full')
  return chip(reading, saying, 'full', reading.found.full ? 'full loads' : 'partial loads')
}

/** `under 2.60/mi`, `over $2.40 a mile`, `2.50/mi`: at least, unless it says otherwise. */
const takePay: Reader = (saying, reading) => {
  const match =
    /^(?:(under|below|max|over|above|min|at least) )?\$?(\d{1,2}(?:\.\d{1,3})?) ?(?:\/|per |a )(?:mi|mile)$/.exec(
      saying,
    )
  if (!match) return false
  const isMost = /^(under|below|max)$/.test(match[1] ?? '')
  reading.found[isMost ? 'maxPerMile' : 'minPerMile'] = match[2]!
  return chip(reading, saying, 'pay', `${isMost ? 'at most' : 'at least'} $${match[2]}/mi`)
}

const radiusOf = (saying: string): number | null => {
  const miles = /^(\d{1,4}) ?(?:mi|miles?)$/.exec(saying)?.[1]
  return miles ? Number(miles) : null
}

/** `150mi`: of the place that was named last at this end. */
const takeRadius: Reader = (saying, { found, end }) => {
  const radius = radiusOf(saying)
  const place = found[end]
  if (radius === null || !place || 'states' in place) return false
  place.radius = radius
  const last = found.chips.findLast(({ what }) => what === end)!
  last.text += ` ${saying}`
  last.words = last.words.replace(/^\d+ mi/, `${radius} mi`)
  return true
}

const takeLength: Reader = (saying, reading) => {
  const feet = /^(\d{2}) ?(?:ft|feet|foot|')$/.exec(saying)?.[1]
  if (!feet) return false
  reading.found.maxLengthFt = Number(feet)
  return chip(reading, saying, 'length', `at most ${feet} ft`)
}

const takeWeight: Reader = (saying, reading) => {
  const match = /^(?:under |max )?(\d{1,3}(?:\.\d)?)k(?: ?lbs?)?$/.exec(saying)
  const pounds = match
    ? Number(match[1]) * 1000
    : Number(/^(?:under |max )?(\d{4,5}) ?lbs?$/.exec(saying)?.[1] ?? Number.NaN)
  if (Number.isNaN(pounds)) return false
  reading.found.maxWeightLb = pounds
  return chip(reading, saying, 'weight', `at most ${pounds.toLocaleString('en-US')} lb`)
}

const takeAge: Reader = (saying, reading) => {
  const match = /^(?:last |past |newer than )(\d{1,3}) ?(h|hrs?|hours?|d|days?)$/.exec(saying)
  if (!match) return false
  const hours = Number(match[1]) * (match[2]!.startsWith('d') ? 24 : 1)
  reading.found.maxAgeHours = hours
  return chip(reading, saying, 'age', `posted in the last ${hours} h`)
}

const takeEquipment: Reader = (saying, reading) => {
  // A letter or two is a state or a slip of the finger before it is a trailer.
  const kind = saying.length > 2 ? (readEquipment(saying) ?? readEquipment(saying.replace(/s$/, ''))) : null
  if (!kind) return false
  reading.found.equipment = [...new Set([...(reading.found.equipment ?? []), kind])]
  return chip(reading, saying, 'equipment', equipmentWords[kind])
}

const takeDays: Reader = (saying, reading) => {
  if (/^\d+$/.test(saying)) return false
  const days = readDays(saying, reading.context.today)
  if (!days) return false
  Object.assign(reading.found, days)
  return chip(reading, saying, 'days', daysWords(days.from, days.to))
}

const regionOf = new Map(
  Object.entries(regionNames).flatMap(([code, name]) => [
    [code.toLowerCase(), code] as const,
    [name.toLowerCase(), code] as const,
  ]),
)

const takeState: Reader = (saying, reading) => {
  const code = regionOf.get(saying)
  const { found, end } = reading
  const before = found[end]
  if (!code || (before && !('states' in before))) return false
  found[end] = { states: [...new Set([...(before?.states ?? []), code])] }
  return chip(reading, saying, end, regionNames[code]!)
}

/** `van tx`: equipment and a state, not the town of Van. */
function isEquipmentInState(saying: string): boolean {
  const [first, second, ...more] = saying.split(' ')
  return more.length === 0 && second?.length === 2 && readEquipment(first!) !== null && first!.length > 2
}

const takePlace: Reader = (saying, reading) => {
  const { found, end, context } = reading
  if (isEquipmentInState(saying)) return false
  if (found[end] || /^[\d.]+$/.test(saying.slice(0, 4)) !== /^\d{5}$/.test(saying)) return false
  const place = context.place(saying)
  if (!place) return false
  found[end] = { lat: place.lat, lon: place.lon, radius: usualRadius }
  return chip(reading, saying, end, `${usualRadius} mi around ${place.city}, ${place.region}`)
}

const readersInOrder: readonly Reader[] = [
  ...[takeKind, takeFull, takePay, takeRadius, takeLength, takeWeight, takeAge, takeEquipment, takeDays],
  ...[takeState, takePlace],
]

const nothingFound = (): TypedSearch => ({
  ...{ kind: null, equipment: null, origin: null, destination: null, from: null, to: null },
  ...{ maxLengthFt: null, maxWeightLb: null, full: null, maxAgeHours: null, minPerMile: null, maxPerMile: null },
  chips: [],
  unread: [],
})
