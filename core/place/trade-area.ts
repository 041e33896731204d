import type { Point } from './straight'

/**
 * A market area: three-digit postal prefixes that trade with the same city. Our own cut: every
 * prefix belongs to the nearest of some 130 freight cities, and an area is named after the biggest
 * city in it.
 */
export interface TradeArea extends Point {
  code: string
  /** The biggest city of the area. */
  name: string
  region: string
  prefixes: string[]
}

export interface TradeAreas {
  all: TradeArea[]
  /** The area of a postal code or prefix (`837`, `83702`, `T2P 1J9`); null outside the US and Canada. */
  of(postal: string): TradeArea | null
}

/** Returns trade areas that can be found by the first three signs of a postal code. */
export function readTradeAreas(areas: TradeArea[]): TradeAreas {
  const byPrefix = new Map(areas.flatMap((area) => area.prefixes.map((prefix): [string, TradeArea] => [prefix, area])))
  return { all: areas, of: (postal) => byPrefix.get(postal.slice(0, 3).toUpperCase()) ?? null }
}
