import type { GazetteerData } from '../core/place/gazetteer'
import { nameKey } from '../core/place/name-key'
import { straightMiles } from '../core/place/straight'
import { type NamedCity, namedCities, type PostalPoint, postalPoints, zoneAt } from './packages'

/** Cities of one name in one region nearer than this are the same city in both packages. */
const sameCityMiles = 35

/** Canadian areas are named after a quarter; the city is the biggest one as near as this. */
const nearestCityMiles = 18

/** Mexican cities we carry: in the states at the border from this many people on, farther in from the second. */
const mexicanCities = { atBorder: 40_000, inland: 120_000, borderRegions: ['BCN', 'SON', 'CHH', 'COA', 'NLE', 'TAM'] }

interface Draft {
  name: string
  region: string
  country: NamedCity['country']
  lat: number
  lon: number
  population: number
  codes: PostalPoint[]
}

/** Makes the stored gazetteer out of the two packages: cities with people, and all postal codes. */
export function makeGazetteer(moreTowns: string): GazetteerData {
  const drafts = new Map<string, Draft[]>()
  const named = [...readMoreTowns(moreTowns), ...namedCities()]
    .filter((city) => !city.part && carried(city))
    .sort((one, other) => other.population - one.population)
  for (const city of named) addNamed(drafts, city)
  const americans = postalPoints().filter((point) => point.country === 'US')
  for (const [, points] of byCity(americans)) addPostals(drafts, points)
  addCanadianPostals(
    drafts,
    named.filter((city) => city.country === 'CA'),
    postalPoints().filter((point) => point.country === 'CA'),
  )
  return columns([...drafts.values()].flat())
}

/** `COUNTRY REGION Name latitude longitude people`, a line each. */
function readMoreTowns(text: string): NamedCity[] {
  return text.split('\n').flatMap((line): NamedCity[] => {
    const found = /^(CA|MX) ([A-Z]{2,3}) (.+) (-?[\d.]+) (-?[\d.]+) (\d+)$/.exec(line)
    if (!found) return []
    return [
      {
        country: found[1] as 'CA' | 'MX',
        region: found[2]!,
        name: found[3]!,
        lat: Number(found[4]),
        lon: Number(found[5]),
        population: Number(found[6]),
        part: false,
      },
    ]
  })
}

/** Towns that the package also puts where they are not. */
const misplaced = [{ name: 'Vernon', region: 'BC', lat: 50.0261, lon: -126.3616 }]

function carried(city: NamedCity): boolean {
  if (
    misplaced.some(
      (wrong) => wrong.name === city.name && wrong.region === city.region && straightMiles(wrong, city) < 1,
    )
  )
    return false
  if (city.country !== 'MX') return true
  return (
    city.population >=
    (mexicanCities.borderRegions.includes(city.region) ? mexicanCities.atBorder : mexicanCities.inland)
  )
}

const keyOf = (city: { name: string; region: string; country: string }) =>
  `${nameKey(city.name)}|${city.region}|${city.country}`

function addNamed(drafts: Map<string, Draft[]>, city: NamedCity): void {
  const key = keyOf(city)
  const alike = drafts.get(key) ?? []
  if (alike.some((draft) => straightMiles(draft, city) < sameCityMiles)) return
  drafts.set(key, [...alike, { ...city, codes: [] }])
}

function byCity(points: PostalPoint[]): Map<string, PostalPoint[]> {
  const groups = new Map<string, PostalPoint[]>()
  for (const point of points) {
    const key = `${point.city}|${point.region}`
    const group = groups.get(key)
    if (group) group.push(point)
    else groups.set(key, [point])
  }
  return groups
}

/** The names the post uses where GeoNames has a longer one. */
const longNames: Record<string, string> = { 'New York|NY': 'New York City', 'Lexington|KY': 'Lexington-Fayette' }

function addPostals(drafts: Map<string, Draft[]>, points: PostalPoint[]): void {
  const { city, region, country } = points[0]!
  const centre = { lat: middle(points.map((point) => point.lat)), lon: middle(points.map((point) => point.lon)) }
  const long = longNames[`${city}|${region}`]
  const key = keyOf({ name: city, region, country })
  const known = drafts.get(key) ?? []
  const same =
    known.find((draft) => straightMiles(draft, centre) < sameCityMiles) ??
    (long ? drafts.get(keyOf({ name: long, region, country }))?.[0] : undefined)
  if (same) {
    if (long) same.name = city
    same.codes.push(...points)
  } else drafts.set(key, [...known, { name: city, region, country, ...centre, population: 0, codes: points }])
}

const middle = (values: number[]): number =>
  values.toSorted((one, other) => one - other)[Math.floor(values.length / 2)]!

function addCanadianPostals(drafts: Map<string, Draft[]>, cities: NamedCity[], points: PostalPoint[]): void {
  for (const point of points) {
    const name = point.city.replace(/\s*\(.*$/, '')
    const own = drafts
      .get(keyOf({ name, region: point.region, country: 'CA' }))
      ?.find((draft) => straightMiles(draft, point) < sameCityMiles)
    const near = own
      ? undefined
      : cities.find(
          (city) =>
            city.region === point.region &&
            Math.abs(city.lat - point.lat) < 0.5 &&
            straightMiles(city, point) < nearestCityMiles,
        )
    const home = own ?? (near && drafts.get(keyOf(near))?.find((draft) => straightMiles(draft, near) < sameCityMiles))
    if (home) home.codes.push(point)
    else addPostals(drafts, [{ ...point, city: name }])
  }
}

function columns(drafts: Draft[]): GazetteerData {
  const sorted = drafts.toSorted(
    (one, other) =>
      one.country.localeCompare(other.country) ||
      one.region.localeCompare(other.region) ||
      one.name.localeCompare(other.name),
  )
  const zones: string[] = []
  const zoneOf = (draft: Draft) => {
    const zone = zoneAt(draft.lat, draft.lon)
    if (!zones.includes(zone)) zones.push(zone)
    return zones.indexOf(zone)
  }
  const degrees = (value: number) => Math.round(value * 10_000)
  const codes = sorted.flatMap((draft, city) => draft.codes.map((code) => ({ ...code, at: city })))
  return {
    cities: {
      name: sorted.map((draft) => draft.name),
      region: sorted.map((draft) => draft.region),
      country: sorted.map((draft) => draft.country),
      lat: sorted.map((draft) => degrees(draft.lat)),
      lon: sorted.map((draft) => degrees(draft.lon)),
      population: sorted.map((draft) => draft.population),
      zone: sorted.map(zoneOf),
      postal: sorted.map((draft) => draft.codes.map((code) => code.postal).toSorted()[0] ?? ''),
      postals: sorted.map((draft) => draft.codes.length),
    },
    zones,
    postals: {
      code: codes.map((code) => code.postal),
      lat: codes.map((code) => degrees(code.lat)),
      lon: codes.map((code) => degrees(code.lon)),
      city: codes.map((code) => code.at),
    },
  }
}
