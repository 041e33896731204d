import { nameKey } from '#core/place/name-key'
import type { TradeArea } from '#core/place/trade-area'
import type { Posting } from '#core/search/posting'
import { gazetteer, tradeAreas } from '#server/atlas.server'
import { placeNamed } from '#server/place/named'

export interface Town {
  city?: string | null
  region: string
}

const postals = new Map<string, string | null>()

/** The postal code of a town, for rates and market areas; null where the gazetteer does not know it. */
export function postalOf({ city, region }: Town): string | null {
  const key = `${region} ${city ?? ''}`
  const known = postals.get(key)
  if (known !== undefined) return known
  const towns = gazetteer().byName.get(nameKey(city ?? '')) ?? []
  const postal = towns.find((town) => town.region === region)?.postal ?? null
  postals.set(key, postal)
  return postal
}

/** The code of the market area that a town lies in; null where it lies in none, or nobody knows the town. */
export function areaOf(town: Town): string | null {
  const postal = postalOf(town)
  return postal === null ? null : (tradeAreas().of(postal)?.code ?? null)
}

/** The market area that a named place lies in; null for none. */
export function areaNamed(name: string): TradeArea | null {
  const place = placeNamed(name)
  return place && tradeAreas().of(postalOf(place) ?? '')
}

/** The same posting with the market area of each end: what is searched by area is what the market map counts there. */
export const withAreas = ({ origin, destination, ...posting }: Posting): Posting => ({
  ...posting,
  origin: { ...origin, area: areaOf(origin) },
  destination: destination && { ...destination, area: areaOf(destination) },
})
