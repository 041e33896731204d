import { nameKey } from '#core/place/name-key'
import { gazetteer, tradeAreas } from '#server/atlas.server'

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
