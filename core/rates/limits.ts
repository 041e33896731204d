import type { RateBand } from './rates'

/** What the desk aims to keep of the sell price, and the least it works for, in hundredths of a percent. */
export interface DeskMargins {
  usualE2: number
  leastE2: number
}

export interface Limits {
  /** What we hope to pay. */
  targetPayMinor: number
  /** The highest pay that needs nobody's permission. */
  maxPayMinor: number
}

/**
 * A target and a max to start from, in whole ten-dollar steps: the target a little under the
 * middle of the band, the max at its upper part, neither eating more margin than the desk
 * allows. Null where there is neither a band nor a sell price.
 */
export function proposeLimits(band: RateBand | null, sellMinor: number, margins: DeskMargins): Limits | null {
  const fromBand = band && {
    targetPayMinor: band.middleMinor - (band.middleMinor - band.lowMinor) * 0.25,
    maxPayMinor: band.middleMinor + (band.highMinor - band.middleMinor) * 0.75,
  }
  const fromSell =
    sellMinor > 0
      ? {
          targetPayMinor: sellMinor * (1 - margins.usualE2 / 10_000),
          maxPayMinor: sellMinor * (1 - margins.leastE2 / 10_000),
        }
      : null
  if (!fromBand && !fromSell) return null
  const least = (pick: (limits: Limits) => number) =>
    Math.min(...[fromBand, fromSell].flatMap((limits) => (limits ? [pick(limits)] : [])))
  const step = (minor: number) => Math.max(1000, Math.floor(minor / 1000) * 1000)
  const maxPayMinor = step(least((limits) => limits.maxPayMinor))
  return { targetPayMinor: Math.min(step(least((limits) => limits.targetPayMinor)), maxPayMinor), maxPayMinor }
}
