import type { Point } from '#core/place/straight'
import { type Chain, type ChainLeg, type ChainStart, findChains } from '#core/search/chains'
import type { FoundPosting } from '#core/search/found'
import { payPerMile, searchQuerySchema } from '#core/search/posting'
import { searchPostings } from '#core/search/search'
import { addDays } from '#core/time/local'
import { legBetween } from '#server/miles/route'
import type { Floor } from './floor'
import { market } from './read-boards'

/** How far a truck goes empty for its next load, in straight miles, and how many days it waits for one. */
const reach = 120
const waitsDays = 2
const triedAfterEach = 25

/** A load of a chain with what is shown of it. */
export interface FoundLeg extends ChainLeg {
  words: string
  company: string
  ownLoadId: number | null
}

export type FoundChain = Chain<FoundLeg>

/** Chains of two and three loads for a truck that becomes empty, and home: of what is on all boards and ours, where it says what it pays. */
export function chainsFor(
  start: ChainStart,
  equipment: string,
  now: number,
  floor: Floor = market.floor,
): FoundChain[] {
  const near = (at: Point, from: string): FoundLeg[] => {
    const query = searchQuerySchema.parse({
      ...{ kind: 'load', asOf: new Date(now).toISOString(), equipment: [equipment], order: 'per_mile' },
      ...{ origin: { ...at, radius: reach }, from, to: addDays(from, waitsDays), limit: triedAfterEach },
    })
    return searchPostings(floor.index, query).hits.flatMap((key) => {
      const posting = floor.shown.get(key)
      const leg = posting && legOf(key, posting)
      return leg ? [leg] : []
    })
  }
  return findChains(start, near)
}

/** A posting as a leg; null where it has no destination or does not say what it pays. */
function legOf(key: string, posting: FoundPosting): FoundLeg | null {
  const { origin, destination, earliest, latest } = posting
  if (!destination) return null
  const miles = posting.miles ?? Math.round(legBetween(origin, destination).miles)
  const perMile = payPerMile({ ...posting, miles })
  if (Number.isNaN(perMile)) return null
  return {
    ...{ key, miles, earliest, latest: latest ?? earliest, ownLoadId: posting.ownLoadId },
    from: { lat: origin.lat, lon: origin.lon },
    to: { lat: destination.lat, lon: destination.lon },
    pay: Math.round(perMile * miles),
    words: `${origin.city ?? origin.region} to ${destination.city ?? destination.region}`,
    company: posting.company ?? '',
  }
}
