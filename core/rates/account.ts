import type { Expected } from './rate-model'

/** What moves a rate, in the order in which it is listed. */
export const reasons = [
  'distance',
  'equipment',
  'direction',
  'lane',
  'season',
  'notice',
  'load',
  'fuel',
  'market',
] as const
export type Reason = (typeof reasons)[number]

/** Why the middle figure is what it is: parts in minor units that add up to it. */
export type Account = Record<Reason, number>

/** What diesel does to the price: how its logarithm differs from that of the history's average diesel. */
export interface FuelShare {
  /** Dollars a gallon now, and on average over the history. */
  now: number
  usual: number
}

/** A loaded truck's miles to the gallon, and a gallon's share of the price of an ordinary mile (6.5 mpg at 2.20 a mile). */
const milesPerGallon = 6.5
const priceOfMile = 2.2

/**
 * Splits the middle figure: distance alone first, then what each part adds to it or takes away, by
 * its share of the logarithm, in steps of `stepMinor`. Fuel is taken out of the market's part, of which it is one.
 */
export function accountFor(expected: Expected, middleMinor: number, fuel: FuelShare | null, stepMinor = 1): Account {
  const { parts } = expected
  const fuelPart = fuel ? Math.log1p((fuel.now - fuel.usual) / milesPerGallon / priceOfMile) : 0
  const logs: Record<Exclude<Reason, 'distance'>, number> = {
    equipment: parts.equipment,
    direction: parts.origin + parts.dest,
    lane: parts.lane,
    season: parts.season,
    notice: parts.notice,
    load: parts.weight + parts.weekday,
    fuel: fuelPart,
    market: parts.market + parts.source - fuelPart,
  }
  const change = Object.values(logs).reduce((sum, part) => sum + part, 0)
  const rounded = (minor: number) => Math.round(minor / stepMinor) * stepMinor
  const distance = rounded(middleMinor / Math.exp(change))
  // (e^c - 1)/c dollars a unit of logarithm, so that the parts add up whatever their order.
  const perLog = Math.abs(change) < 1e-9 ? distance : (middleMinor - distance) / change
  const account: Account = {
    distance,
    equipment: 0,
    direction: 0,
    lane: 0,
    season: 0,
    notice: 0,
    load: 0,
    fuel: 0,
    market: 0,
  }
  let left = middleMinor - distance
  for (const reason of reasons) {
    if (reason === 'distance' || reason === 'market') continue
    account[reason] = rounded(logs[reason] * perLog)
    left -= account[reason]
  }
  account.market = left
  return account
}
