import type { City, Gazetteer, PostalCode } from './gazetteer'
import { nameKey } from './name-key'
import type { Place } from './place'
import { regionNames } from './regions'
import { firstFrom } from './sorted'
import { closestNames } from './spelling'
import { type Point, straightMiles } from './straight'

/** What was meant by a written place, or why it is unknown. */
/** What is answered of a stop that names no place. */
export const noPlace: { refusal: PlaceRefusal } = {
  refusal: { code: 'unknown_place', message: 'A stop without a place', candidates: [] },
}

export type Resolved = { place: Place; city: City } | { refusal: PlaceRefusal }

export interface PlaceRefusal {
  code: 'unknown_place' | 'ambiguous_place'
  message: string
  /** As they would have to be written. */
  candidates: string[]
}

const maxCandidates = 6
const longestName = 120

/** Two cities of one name and state are the same question unless one is this many times bigger. */
const clearlyBigger = 8

/**
 * The one place a text means, for machine use: `Boise, ID`, `83702`, `T2P`, `T2P 1J9`,
 * `Monterrey, NLE`. Never guesses: a name in several states without its state is ambiguous.
 */
export function resolvePlace(gazetteer: Gazetteer, text: string): Resolved {
  const written = text.trim()
  // Longer than any name of a place: the patterns below would go over it again and again.
  if (written.length > longestName)
    return {
      refusal: {
        code: 'unknown_place',
        message: `No place is written with ${written.length} characters`,
        candidates: [],
      },
    }
  const code =
    /^(\d{5})(?:-\d{4})?$/.exec(written)?.[1] ??
    /^([A-Za-z]\d[A-Za-z])(?: ?\d[A-Za-z]\d)?$/.exec(written)?.[1]?.toUpperCase()
  if (code) return byPostal(gazetteer, code, written)
  const named = /^(.+?)[,\s]+([A-Za-z]{2,3})$/.exec(written)
  const region = named && isRegion(gazetteer, named[2]!.toUpperCase()) ? named[2]!.toUpperCase() : null
  return region ? byName(gazetteer, named![1]!, region) : byName(gazetteer, written, regionOfName(written))
}

const isRegion = (gazetteer: Gazetteer, code: string): boolean =>
  code in regionNames || gazetteer.mexicanStates.has(code)

/** `Boise, Idaho`: the state in full after a comma. */
function regionOfName(written: string): string | null {
  const said = written.split(',')[1]?.trim().toLowerCase()
  return Object.entries(regionNames).find(([, name]) => name.toLowerCase() === said)?.[0] ?? null
}

function byPostal(gazetteer: Gazetteer, code: string, written: string): Resolved {
  const postal = gazetteer.postals.get(code)
  if (postal) return { place: placeOfPostal(gazetteer, postal), city: gazetteer.cities[postal.city]! }
  const near = codesAround(gazetteer.postalCodes, code)
  return { refusal: { code: 'unknown_place', message: `No postal code ${written}`, candidates: near } }
}

/** Codes of the same three characters that come nearest to a code in their order. */
function codesAround(codes: string[], code: string): string[] {
  const at = firstFrom(codes, code)
  const around = codes.slice(Math.max(0, at - maxCandidates / 2), at + maxCandidates / 2)
  return around.filter((each) => each.slice(0, 3) === code.slice(0, 3) || each.slice(0, 2) === code.slice(0, 2))
}

/** A postal code as a place: its own point, its city's name and clock. */
export function placeOfPostal(gazetteer: Gazetteer, postal: PostalCode): Place {
  const { city, region, country, zone } = gazetteer.cities[postal.city]!
  return { city, region, country, zone, postal: postal.code, lat: postal.lat, lon: postal.lon }
}

function byName(gazetteer: Gazetteer, name: string, region: string | null): Resolved {
  const alike = (gazetteer.byName.get(nameKey(name.split(',')[0]!)) ?? []).filter(
    (city) => region === null || city.region === region,
  )
  const posted = region === null ? [] : alike.filter((city) => city.postal !== '')
  // Of several of one name in one state, the one with a post office of that name is what an address means, be it the smaller one.
  const [first, second] = posted.length === 1 ? posted : alike
  if (first && (!second || (region !== null && first.population > second.population * clearlyBigger)))
    return { place: placeOfCity(first), city: first }
  if (first && second)
    return {
      refusal: {
        code: 'ambiguous_place',
        message: `${name} is ${alike.length} places`,
        candidates: alike.slice(0, maxCandidates).map((city) => asWritten(gazetteer, city, alike)),
      },
    }
  return {
    refusal: {
      code: 'unknown_place',
      message: region ? `No ${name} in ${regionNames[region] ?? region}` : `No place named ${name}`,
      candidates: closestNames(gazetteer, name.split(',')[0]!, region, maxCandidates),
    },
  }
}

/** A city of the gazetteer as a place. */
export function placeOfCity({ city, region, country, postal, lat, lon, zone }: City): Place {
  return { city, region, country, postal, lat, lon, zone }
}

/** Two of one name in one state are distinguished by their postal code, or by the nearest one. */
function asWritten(gazetteer: Gazetteer, city: City, alike: City[]): string {
  const named = `${city.city}, ${city.region}`
  if (alike.filter((other) => other.region === city.region).length < 2) return named
  return city.postal || nearestPostal(gazetteer, city) || named
}

function nearestPostal(gazetteer: Gazetteer, point: Point): string | null {
  let nearest: { code: string; miles: number } | null = null
  for (const postal of gazetteer.postals.values()) {
    if (Math.abs(postal.lat - point.lat) > 1) continue
    const miles = straightMiles(postal, point)
    if (!nearest || miles < nearest.miles) nearest = { code: postal.code, miles }
  }
  return nearest?.code ?? null
}
