import { usualRadius } from '../listing/lists'
import type { Equipment } from '../load/load'
import { statesOfRegion } from '../place/region-groups'
import { regionNames } from '../place/regions'
import type { Point } from '../place/straight'
import { readEquipment } from '../quote/read-equipment'
import { type End, isCircle, type PostingKind } from './posting'

/** What of a typed line was understood: the words it stands in and what they were taken for. */
export interface Chip {
  text: string
  what:
    | 'kind'
    | 'equipment'
    | 'origin'
    | 'destination'
    | 'days'
    | 'length'
    | 'weight'
    | 'full'
    | 'age'
    | 'pay'
    | 'company'
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
  /** For the whole trip. */
  minPay: string | null
  maxPay: string | null
  /** A part of the company's name. */
  company: string | null
  chips: Chip[]
  /** Words that nothing was made of. */
  unread: string[]
}

export interface TypedContext {
  /** The desk's own day: `tomorrow` is counted from it. */
  today: string
  /** The place that a name or postal code means; null for none. */
  place: (name: string) => (Point & { city: string; region: string }) | null
  /** The market area that a place lies in; null where it lies in none. */
  area: (name: string) => { code: string; name: string; region: string } | null
}

/** A line as far as it was read. */
export interface Reading {
  found: TypedSearch
  context: TypedContext
  /** The end that places and states are read for: the destination after `to`. */
  end: 'origin' | 'destination'
}

/** Takes the words of a saying for one thing; whether they are. */
export type Reader = (saying: string, reading: Reading) => boolean

/** Notes how words were understood. */
export const chip = ({ found }: Reading, text: string, what: Chip['what'], words: string): true => {
  found.chips.push({ text, what, words })
  return true
}

/** `150mi`; null for what is no radius. */
export const radiusOf = (saying: string): number | null => {
  const miles = /^(\d{1,4}) ?(?:mi|miles?)$/.exec(saying)?.[1]
  return miles ? Number(miles) : null
}

/** `150mi`: of the place that was named last at this end. */
export const takeRadius: Reader = (saying, { found, end }) => {
  const radius = radiusOf(saying)
  const place = found[end]
  if (radius === null || !isCircle(place)) return false
  place.radius = radius
  const last = found.chips.findLast(({ what }) => what === end)!
  last.text += ` ${saying}`
  last.words = last.words.replace(/^\d+ mi/, `${radius} mi`)
  return true
}

const regionOf = new Map(
  Object.entries(regionNames).flatMap(([code, name]) => [
    [code.toLowerCase(), code] as const,
    [name.toLowerCase(), code] as const,
  ]),
)

export const takeState: Reader = (saying, reading) => {
  const code = regionOf.get(saying)
  const { found, end } = reading
  const before = found[end]
  if (!code || (before && !('states' in before))) return false
  found[end] = { states: [...new Set([...(before?.states ?? []), code])] }
  return chip(reading, saying, end, regionNames[code]!)
}

export const takeRegion: Reader = (saying, reading) => {
  const states = statesOfRegion(saying)
  const { found, end } = reading
  const before = found[end]
  if (!states || (before && !('states' in before))) return false
  found[end] = { states: [...new Set([...(before?.states ?? []), ...states])] }
  return chip(reading, saying, end, `${saying.replace(/^the /, '')}: ${states.join(' ')}`)
}

/** `boise market`, `market area of phoenix`: everything that trades with the same city. */
export const takeArea: Reader = (saying, reading) => {
  const name = (/^(.+) market(?: area)?$/.exec(saying) ?? /^market(?: area)?(?: of)? (.+)$/.exec(saying))?.[1]
  const { found, end, context } = reading
  const before = found[end]
  const area = name && (!before || 'areas' in before) ? context.area(name) : null
  if (!area) return false
  found[end] = { areas: [...new Set([...(before && 'areas' in before ? before.areas : []), area.code])] }
  return chip(reading, saying, end, `market area of ${area.name}, ${area.region}`)
}

/** `van tx`: equipment and a state, not the town of Van. */
function isEquipmentInState(saying: string): boolean {
  const [first, second, ...more] = saying.split(' ')
  return more.length === 0 && second?.length === 2 && readEquipment(first!) !== null && first!.length > 2
}

export const takePlace: Reader = (saying, reading) => {
  const { found, end, context } = reading
  if (isEquipmentInState(saying)) return false
  if (found[end] || /^[\d.]+$/.test(saying.slice(0, 4)) !== /^\d{5}$/.test(saying)) return false
  const place = context.place(saying)
  if (!place) return false
  found[end] = { lat: place.lat, lon: place.lon, radius: usualRadius }
  return chip(reading, saying, end, `${usualRadius} mi around ${place.city}, ${place.region}`)
}
