import { createRequire } from 'node:module'
import tzLookup from 'tz-lookup'
import type { Db } from '#server/db.server'
import { place } from '#server/schema'

interface Postal {
  zip: string
  latitude: number
  longitude: number
  city: string
  state: string
  country: string
}

const provinces: Record<string, string> = { Alberta: 'AB', 'British Columbia': 'BC', Manitoba: 'MB', 'New Brunswick': 'NB', 'Newfoundland and Labrador': 'NL', 'Nova Scotia': 'NS', Ontario: 'ON', 'Prince Edward Island': 'PE', Quebec: 'QC', Saskatchewan: 'SK' }

const rowsAtOnce = 500

/** Fills the gazetteer from the postal codes of the `zipcodes` package: one row a city. */
export function fillPlaces(db: Db): number {
  const { codes } = createRequire(import.meta.url)('zipcodes') as { codes: Record<string, Postal> }
  const cities = new Map<string, Postal[]>()
  for (const postal of Object.values(codes)) {
    postal.state = provinces[postal.state] ?? postal.state
    if (!/^[A-Z]{2}$/.test(postal.state) || !Number.isFinite(postal.latitude) || (postal.latitude === 0 && postal.longitude === 0)) continue
    const key = `${postal.city} ${postal.state}`
    const known = cities.get(key)
    if (known) known.push(postal)
    else cities.set(key, [postal])
  }
  const rows = [...cities.values()].map(cityRow)
  for (let at = 0; at < rows.length; at += rowsAtOnce) db.insert(place).values(rows.slice(at, at + rowsAtOnce)).run()
  return rows.length
}

function cityRow(postals: Postal[]): typeof place.$inferInsert {
  const sorted = postals.toSorted((one, other) => one.zip.localeCompare(other.zip))
  const middle = (pick: (postal: Postal) => number) => postals.map(pick).sort((one, other) => one - other)[Math.floor(postals.length / 2)]!
  const { state, zip, country } = sorted[0]!
  // The package writes Mcallen: the Mc names have their second capital.
  const city = sorted[0]!.city.replace(/^Mc([a-z])/, (_, letter: string) => `Mc${letter.toUpperCase()}`)
  const lat = middle((postal) => postal.latitude)
  const lon = middle((postal) => postal.longitude)
  return { city, region: state, country: country === 'Canada' ? 'CA' : 'US', postal: zip, lat, lon, zone: tzLookup(lat, lon), search: `${city} ${state}`.toLowerCase(), size: postals.length }
}
