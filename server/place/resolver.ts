import { type Resolved, resolvePlace } from '#core/place/resolve'
import { gazetteer } from '#server/atlas.server'

/** What a text means as a place, each text resolved once: a sheet names the same city in hundreds of rows. */
export function placeResolver(): (text: string) => Resolved {
  const known = new Map<string, Resolved>()
  return (text) => {
    let found = known.get(text)
    if (!found) {
      found = resolvePlace(gazetteer(), text)
      known.set(text, found)
    }
    return found
  }
}
