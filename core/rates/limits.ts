import type { RateBand } from './rates'

/** What the desk aims to keep of the sell price, and the least it works for. */
const usualMarginShare = 0.14
const leastMarginShare = 0.05

export interface Limits {
  /** What we hope to pay. */
  targetMinor: number
  /** The most we may pay without asking anybody. */
  mostMinor: number
}

/**
 * A target and a most to start from, in whole ten-dollar steps: the target a little under the
 * middle of the band, the most at its upper part, neither eating more margin than the desk
 * allows. Null where there is neither a band nor a sell price.
 */
export function proposeLimits(band: RateBand | null, sellMinor: number): Limits | null {
  const fromBand = band && {
    targetMinor: band.middleMinor - (band.middleMinor - band.lowMinor) * 0.25,
    mostMinor: band.middleMinor + (band.highMinor - band.middleMinor) * 0.75,
  }
  const fromSell =
    sellMinor > 0
      ? { targetMinor: sellMinor * (1 - usualMarginShare), mostMinor: sellMinor * (1 - leastMarginShare) }
      : null
  if (!fromBand && !fromSell) return null
  const least = (pick: (limits: Limits) => number) =>
    Math.min(...[fromBand, fromSell].flatMap((limits) => (limits ? [pick(limits)] : [])))
  const step = (minor: number) => Math.max(1000, Math.floor(minor / 1000) * 1000)
  const mostMinor = step(least((limits) => limits.mostMinor))
  return { targetMinor: Math.min(step(least((limits) => limits.targetMinor)), mostMinor), mostMinor }
}
