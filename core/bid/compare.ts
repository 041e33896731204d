import type { RateBand } from '../rates/rates'
import { type GuideLane, guideDepth } from './bid'

/** One carrier's price on a lane, with what a ranking needs to know of it. */
export interface ComparedBid {
  carrierId: number
  carrierName: string
  priceMinor: number
  weeklyLoads: number | null
}

export interface ComparedLane {
  laneId: number
  /** Loads of the whole period; null where nobody said. */
  loads: number | null
  /** Loads a week that are to be hauled; null where nobody said. */
  weekly: number | null
  band: RateBand | null
  /** Cheapest first. */
  bids: ComparedBid[]
}

/** The bids of a lane, cheapest first; at one price who hauls more, then by name. */
export const ranked = (bids: readonly ComparedBid[]): ComparedBid[] =>
  [...bids].sort(
    (one, other) =>
      one.priceMinor - other.priceMinor ||
      (other.weeklyLoads ?? Number.MAX_SAFE_INTEGER) - (one.weeklyLoads ?? Number.MAX_SAFE_INTEGER) ||
      one.carrierName.localeCompare(other.carrierName),
  )

/** The guide that names the cheapest carriers of each lane, first, second, third. */
export const cheapestGuide = (lanes: readonly ComparedLane[]): GuideLane[] =>
  lanes.map(({ laneId, bids }) => ({
    laneId,
    places: ranked(bids)
      .slice(0, guideDepth)
      .map(({ carrierId, priceMinor, weeklyLoads }) => ({ carrierId, priceMinor, weeklyLoads })),
  }))

export interface Coverage {
  lanes: number
  /** Lanes that have a carrier in the guide. */
  covered: number
  /** Lanes whose carriers together haul as many loads a week as there are; a lane without a known number counts once it has a carrier. */
  enough: number
  /** What the period costs at the guide's prices, each week filled from the first carrier on; null where no lane has a number of loads. */
  costMinor: number | null
  /** The same loads at the middle of what their lanes are likely to cost, where that is known for all that are counted. */
  likelyMinor: number | null
}

/** What a guide covers of a project and what it costs over its weeks. */
export function coverageOf(lanes: readonly ComparedLane[], guide: readonly GuideLane[], weeks: number): Coverage {
  const places = new Map(guide.map((lane) => [lane.laneId, lane.places]))
  const coverage: Coverage = { lanes: lanes.length, covered: 0, enough: 0, costMinor: null, likelyMinor: null }
  let isLikelyKnown = true
  for (const lane of lanes) {
    const named = places.get(lane.laneId) ?? []
    if (named.length === 0) continue
    coverage.covered++
    const filled = fillWeek(named, lane.weekly)
    if (filled.isEnough) coverage.enough++
    if (lane.loads === null || lane.weekly === null || filled.loads === 0) continue
    // A week's price holds for the period's loads in the same shares, as far as the carriers have trucks.
    const hauled = Math.min(lane.loads, Math.round(filled.loads * weeks))
    coverage.costMinor = (coverage.costMinor ?? 0) + Math.round((filled.costMinor / filled.loads) * hauled)
    if (lane.band === null) isLikelyKnown = false
    else coverage.likelyMinor = (coverage.likelyMinor ?? 0) + lane.band.middleMinor * hauled
  }
  return isLikelyKnown ? coverage : { ...coverage, likelyMinor: null }
}

function fillWeek(places: GuideLane['places'], weekly: number | null) {
  let left = weekly ?? 0
  let costMinor = 0
  for (const { priceMinor, weeklyLoads } of places) {
    const taken = Math.min(left, weeklyLoads ?? left)
    costMinor += taken * priceMinor
    left -= taken
  }
  return { loads: (weekly ?? 0) - left, costMinor, isEnough: left === 0 }
}
