import { nameKey } from './name-key'
import type { Place } from './place'

/** The gazetteer as it is stored: one column a field, so that it is small and read in one go. */
export interface GazetteerData {
  zones: string[]
  cities: {
    name: string[]
    region: string[]
    country: Place['country'][]
    /** Ten-thousandths of a degree. */
    lat: number[]
    lon: number[]
    population: number[]
    /** Position in `zones`. */
    zone: number[]
    /** The city's first postal code; empty where we know none (Mexico). */
    postal: string[]
    /** How many postal codes the city has, a sign of its size where no population is known. */
    postals: number[]
  }
  postals: {
    code: string[]
    lat: number[]
    lon: number[]
    /** Position of its city. */
    city: number[]
  }
}

/** A city of the gazetteer; `at` is its position in it. */
export interface City extends Place {
  at: number
  population: number
  postals: number
}

export interface PostalCode {
  code: string
  lat: number
  lon: number
  city: number
}

export interface Gazetteer {
  cities: City[]
  postals: Map<string, PostalCode>
  /** All codes in order, for finding them by their beginning. */
  postalCodes: string[]
  /** Cities by `nameKey`, the biggest first. */
  byName: Map<string, City[]>
  /** ISO 3166-2 codes of the Mexican states that have a city here. */
  mexicanStates: Set<string>
}

const degree = 10_000

/** The gazetteer ready for look-ups, from its stored columns. */
export function readGazetteer(data: GazetteerData): Gazetteer {
  const { name, region, country, lat, lon, population, zone, postal, postals } = data.cities
  const cities = name.map(
    (city, at): City => ({
      at,
      city,
      region: region[at]!,
      country: country[at]!,
      postal: postal[at]!,
      lat: lat[at]! / degree,
      lon: lon[at]! / degree,
      zone: data.zones[zone[at]!]!,
      population: population[at]!,
      postals: postals[at]!,
    }),
  )
  const codes = data.postals.code.map(
    (code, at): PostalCode => ({
      code,
      lat: data.postals.lat[at]! / degree,
      lon: data.postals.lon[at]! / degree,
      city: data.postals.city[at]!,
    }),
  )
  return {
    cities,
    postals: new Map(codes.map((code) => [code.code, code])),
    postalCodes: data.postals.code.toSorted(),
    byName: groupByName(cities),
    mexicanStates: new Set(cities.filter((city) => city.country === 'MX').map((city) => city.region)),
  }
}

function groupByName(cities: City[]): Map<string, City[]> {
  const byName = new Map<string, City[]>()
  for (const city of cities) {
    const key = nameKey(city.city)
    const known = byName.get(key)
    if (known) known.push(city)
    else byName.set(key, [city])
  }
  for (const alike of byName.values())
    alike.sort((one, other) => other.population - one.population || other.postals - one.postals)
  return byName
}
