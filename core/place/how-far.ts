/** What somebody asks of the command line with `boise to laredo`: places in their order. */
export interface HowFarQuestion {
  places: string[]
}

const maxPlaces = 6

/** Reads `boise to laredo`, `from boise id to laredo tx`, `boise to salt lake to laredo`; null where it is no such question. */
export function readHowFar(typed: string): HowFarQuestion | null {
  const places = typed
    .trim()
    .replace(/^(?:how far|miles|distance)?\s*(?:from\s+)?/i, '')
    .split(/\s+to\s+|\s*[>→]\s*/i)
    .map((place) => place.trim())
  const isAsked = places.length >= 2 && places.length <= maxPlaces && places.every((place) => place.length >= 2)
  return isAsked ? { places } : null
}
